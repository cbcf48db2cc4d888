'use client';
// What can be done with a campaign as a whole: taken away as a file, its house colours out and in as design tokens.
import { ActionIcon, Button, Group, Menu, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconBraces,
  IconDeviceMobile,
  IconDots,
  IconFileImport,
  IconFileZip,
  IconPalette,
  IconPencil,
  IconPhotoStar,
  IconTable,
} from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { api, type CampaignInfo, inWords } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { wentWrong } from '../shared/went-wrong';
import { HouseColours } from './HouseColours';

export function CampaignMenu({ campaign, onChange }: { campaign: CampaignInfo; onChange: () => void }) {
  const { id, name } = campaign,
    file = useRef<HTMLInputElement>(null),
    [looking, setLooking] = useState(false),
    [naming, setNaming] = useState(false);
  const takeIn = async (chosen: File): Promise<void> => {
    try {
      const { added, changed, notes } = await api.takeInTokens(id, tokensIn(await chosen.text()));
      notifications.show({
        autoClose: notes.length ? false : 7000,
        title: `${added} house colours were added, ${changed} changed`,
        message: (
          <>
            {notes.slice(0, 8).map((n) => (
              <div key={n}>{n}</div>
            ))}
            {notes.length > 8 && `And ${notes.length - 8} more notes.`}
          </>
        ),
      });
    } catch (e) {
      notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    }
  };
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon size="sm" aria-label={`More for ${name}`}>
            <IconDots size={15} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconPencil size={15} />} onClick={() => setNaming(true)}>
            Rename
          </Menu.Item>
          {campaign.coverChosen && (
            <Menu.Item
              leftSection={<IconPhotoStar size={15} />}
              onClick={() => void api.changeCampaign(id, { cover: null }).then(onChange, wentWrong)}
            >
              Known by its latest piece
            </Menu.Item>
          )}
          <Menu.Item leftSection={<IconFileZip size={15} />} component="a" href={`/api/campaigns/${id}/file`} download>
            As a file
          </Menu.Item>
          <Menu.Item leftSection={<IconDeviceMobile size={15} />} component="a" href={`/stand-in/${id}`}>
            What the stand-in shows
          </Menu.Item>
          <Menu.Divider />
          <Menu.Item leftSection={<IconTable size={15} />} onClick={() => setLooking(true)}>
            Which house colour reads on which
          </Menu.Item>
          <Menu.Item
            leftSection={<IconPalette size={15} />}
            component="a"
            href={`/api/campaigns/${id}/tokens`}
            download
          >
            House colours as design tokens
          </Menu.Item>
          <Menu.Item leftSection={<IconBraces size={15} />} component="a" href={`/api/campaigns/${id}/css`} download>
            House colours as CSS
          </Menu.Item>
          <Menu.Item leftSection={<IconFileImport size={15} />} onClick={() => file.current?.click()}>
            Take in design tokens
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {naming && <Naming campaign={campaign} onClose={() => setNaming(false)} onDone={onChange} />}
      {looking && <HouseColours campaign={campaign} onClose={() => setLooking(false)} />}
      <input
        ref={file}
        type="file"
        accept=".json,.tokens"
        hidden
        data-testid={`tokens-${id}`}
        onChange={(e) => {
          const [chosen] = e.currentTarget.files ?? [];
          if (chosen) void takeIn(chosen);
          e.currentTarget.value = '';
        }}
      />
    </>
  );
}

/** Another name for a campaign. */
function Naming({ campaign, onClose, onDone }: { campaign: CampaignInfo; onClose: () => void; onDone: () => void }) {
  const [name, setName] = useState(campaign.name);
  const done = async (): Promise<void> => {
    onClose();
    if (!name.trim() || name.trim() === campaign.name) return;
    try {
      await api.changeCampaign(campaign.id, { name });
      onDone();
    } catch (e) {
      wentWrong(e);
    }
  };
  return (
    <Dialog opened onClose={onClose} title={`Another name for ${campaign.name}`} size="sm">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void done();
        }}
      >
        <Group wrap="nowrap">
          <TextInput
            flex={1}
            aria-label="Name of the campaign"
            value={name}
            maxLength={200}
            onChange={(e) => setName(e.currentTarget.value)}
            data-autofocus
          />
          <Button type="submit">Rename</Button>
        </Group>
      </form>
    </Dialog>
  );
}

/** @throws Error in words */
function tokensIn(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new Error('The file is not JSON. Nothing was changed.');
  }
}

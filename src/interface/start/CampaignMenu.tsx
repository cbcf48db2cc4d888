'use client';
// What can be done with a campaign as a whole: taken away as a file, its house style looked after, taken out and in.
import { ActionIcon, Button, Group, Menu, TextInput } from '@mantine/core';
import {
  IconBraces,
  IconDeviceMobile,
  IconDots,
  IconFileImport,
  IconFileZip,
  IconPalette,
  IconPencil,
  IconPhotoStar,
  IconColorSwatch,
} from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { api, type CampaignInfo } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { takeInTokens } from '../shared/tokens';
import { wentWrong } from '../shared/went-wrong';

export function CampaignMenu({ campaign, onChange }: { campaign: CampaignInfo; onChange: () => void }) {
  const { id, name } = campaign,
    file = useRef<HTMLInputElement>(null),
    [naming, setNaming] = useState(false);
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
          <Menu.Item leftSection={<IconColorSwatch size={15} />} component="a" href={`/house/${id}`}>
            House style
          </Menu.Item>
          <Menu.Item
            leftSection={<IconPalette size={15} />}
            component="a"
            href={`/api/campaigns/${id}/tokens`}
            download
          >
            House style as design tokens
          </Menu.Item>
          <Menu.Item leftSection={<IconBraces size={15} />} component="a" href={`/api/campaigns/${id}/css`} download>
            House style as CSS
          </Menu.Item>
          <Menu.Item leftSection={<IconFileImport size={15} />} onClick={() => file.current?.click()}>
            Take in design tokens
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {naming && <Naming campaign={campaign} onClose={() => setNaming(false)} onDone={onChange} />}
      <input
        ref={file}
        type="file"
        accept=".json,.tokens"
        hidden
        data-testid={`tokens-${id}`}
        onChange={(e) => {
          const [chosen] = e.currentTarget.files ?? [];
          if (chosen) void takeInTokens(id, chosen);
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

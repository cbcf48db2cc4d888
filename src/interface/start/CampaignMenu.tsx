'use client';
// What can be done with a campaign as a whole: taken away as a file, its house colours out and in as design tokens.
import { ActionIcon, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDeviceMobile, IconDots, IconFileImport, IconFileZip, IconPalette, IconTable } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { api, type CampaignInfo, inWords } from '../shared/api';
import { HouseColours } from './HouseColours';

export function CampaignMenu({ campaign }: { campaign: CampaignInfo }) {
  const { id, name } = campaign,
    file = useRef<HTMLInputElement>(null),
    [looking, setLooking] = useState(false);
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
          <Menu.Item leftSection={<IconFileImport size={15} />} onClick={() => file.current?.click()}>
            Take in design tokens
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
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

/** @throws Error in words */
function tokensIn(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new Error('The file is not JSON. Nothing was changed.');
  }
}

'use client';
// What can be done with a piece without opening it.
import { ActionIcon, Menu } from '@mantine/core';
import {
  IconArchive,
  IconArchiveOff,
  IconCalendarDue,
  IconCopy,
  IconDots,
  IconFileZip,
  IconFolderSymlink,
  IconPencil,
  IconPhotoStar,
  IconTemplate,
  IconTrash,
} from '@tabler/icons-react';
import { useRef } from 'react';
import type { CampaignInfo, PieceInfo } from '../shared/api';
import type { PieceActions } from './piece-actions';

interface Props {
  piece: PieceInfo;
  campaigns: readonly CampaignInfo[];
  act: PieceActions;
  onRename: () => void;
  /** It is open from the beginning. */
  opened?: boolean;
  className?: string;
}

export function PieceMenu({ piece: p, campaigns, act, onRename, opened, className }: Props) {
  const toRename = useRef(false);
  return (
    <Menu
      position="bottom-end"
      defaultOpened={opened}
      // Once the menu has gone and given the focus back: the field would lose it otherwise.
      onExitTransitionEnd={() => {
        if (toRename.current) onRename();
        toRename.current = false;
      }}
    >
      <Menu.Target>
        <ActionIcon className={className} size="sm" aria-label={`More for ${p.name}`}>
          <IconDots size={15} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item
          leftSection={<IconPencil size={15} />}
          disabled={p.damaged}
          onClick={() => void (toRename.current = true)}
        >
          Rename
        </Menu.Item>
        <Menu.Item leftSection={<IconCopy size={15} />} disabled={p.damaged} onClick={() => act.duplicate([p])}>
          Duplicate
        </Menu.Item>
        <Menu.Item leftSection={<IconTemplate size={15} />} disabled={p.damaged} onClick={() => act.toTemplate(p)}>
          Make a template
        </Menu.Item>
        <Menu.Item
          leftSection={<IconFileZip size={15} />}
          disabled={p.damaged}
          component="a"
          href={`/api/pieces/${p.id}/file`}
          download
        >
          As a file
        </Menu.Item>
        <Menu.Item leftSection={<IconPhotoStar size={15} />} disabled={p.damaged} onClick={() => act.asCover(p)}>
          Cover of its campaign
        </Menu.Item>
        <Menu.Item leftSection={<IconCalendarDue size={15} />} onClick={() => act.due([p])}>
          {p.dueOn ? 'Due on another day' : 'Due on a day'}
        </Menu.Item>
        {campaigns.length > 1 && (
          <Menu.Sub>
            <Menu.Sub.Target>
              <Menu.Sub.Item leftSection={<IconFolderSymlink size={15} />}>Move to a campaign</Menu.Sub.Item>
            </Menu.Sub.Target>
            <Menu.Sub.Dropdown>
              {campaigns
                .filter((to) => to.id !== p.campaign)
                .map((to) => (
                  <Menu.Item key={to.id} onClick={() => act.move([p], to)}>
                    {to.name}
                  </Menu.Item>
                ))}
            </Menu.Sub.Dropdown>
          </Menu.Sub>
        )}
        <Menu.Divider />
        <Menu.Item
          leftSection={p.archivedAt ? <IconArchiveOff size={15} /> : <IconArchive size={15} />}
          onClick={() => act.archive([p], !p.archivedAt)}
        >
          {p.archivedAt ? 'Out of the archive' : 'Archive'}
        </Menu.Item>
        <Menu.Item leftSection={<IconTrash size={15} />} onClick={() => act.remove([p])}>
          Delete
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

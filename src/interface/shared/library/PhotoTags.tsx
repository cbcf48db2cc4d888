'use client';
// Tags of a photo, by which it is found.
import { ActionIcon, Popover, TagsInput, Tooltip } from '@mantine/core';
import { IconTag } from '@tabler/icons-react';
import { useState } from 'react';
import { photoName } from '../../../core/kinds/photo';
import { api, type AssetInfo } from '../api';
import { wentWrong } from '../went-wrong';
import css from './Library.module.css';

/** Tags a photo may have. */
const MOST = 30;

export function PhotoTags({ photo, onChange }: { photo: AssetInfo; onChange: (tags: string[]) => void }) {
  const [open, setOpen] = useState(false),
    tags = photo.tags ?? [],
    name = photoName(photo.name);
  const change = (next: string[]): void => {
    const tidy = [...new Set(next.map((t) => t.trim().toLowerCase()).filter(Boolean))];
    onChange(tidy);
    api.changePicture(photo.id, { tags: tidy }).catch((e: unknown) => {
      onChange(tags);
      wentWrong(e);
    });
  };
  return (
    <Popover opened={open} onChange={setOpen} width={280} trapFocus withinPortal={false} position="top-end">
      <Popover.Target>
        <Tooltip label={tags.length ? `Tags: ${tags.join(', ')}` : 'No tags yet'}>
          <ActionIcon
            size="sm"
            variant="default"
            className={css.tags}
            aria-label={`Tags of ${name}`}
            onClick={() => setOpen((o) => !o)}
          >
            <IconTag size={13} />
          </ActionIcon>
        </Tooltip>
      </Popover.Target>
      <Popover.Dropdown>
        <TagsInput
          size="xs"
          label={`Tags of ${name}`}
          placeholder="snow, lake"
          splitChars={[',']}
          maxTags={MOST}
          value={tags}
          onChange={change}
          data-autofocus
        />
      </Popover.Dropdown>
    </Popover>
  );
}

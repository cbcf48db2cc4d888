'use client';
// A template on its page: as it is, or with somebody's photo and words in it, with how that reads.
import { ActionIcon, Loader, Menu, UnstyledButton } from '@mantine/core';
import { IconDots, IconForms, IconPencil, IconTable, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { worstVerdict } from '../../core/reading/verdict';
import type { StoredPiece } from '../shared/api';
import { Painted } from '../shared/Painted';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import { NamePlaces } from './NamePlaces';
import { Thumbnail } from '../shared/Thumbnail';
import css from './Templates.module.css';
import type { Tried } from './trying';

export function TemplateCard({
  template,
  tried,
  stale,
  making,
  disabled,
  onMake,
  onRemove,
  onChanged,
}: {
  template: StoredPiece;
  tried: Tried | null;
  /** What is shown is being painted anew. */
  stale: boolean;
  making: boolean;
  disabled: boolean;
  onMake: () => void;
  onRemove: () => void;
  onChanged: (template: StoredPiece) => void;
}) {
  const { id, piece, look } = template,
    [size] = piece.sizes,
    [naming, setNaming] = useState(false),
    ratio = `${size.width} / ${size.height}`;
  return (
    <article className={css.card} data-template={id}>
      <UnstyledButton className={css.press} onClick={onMake} disabled={disabled}>
        <span className={css.frame} data-stale={(tried && stale) || undefined}>
          {tried ? (
            <Painted pixels={tried.preview.picture} className={css.picture} />
          ) : (
            <Thumbnail of={{ id, look, sizes: [size] }} side={480} style={{ aspectRatio: ratio }} />
          )}
          {making && (
            <span className={css.making}>
              <Loader size="sm" /> Filling and solving it
            </span>
          )}
        </span>
        <b>{piece.name}</b>
        {tried ? (
          <small className={css.reads}>
            <span aria-hidden>
              <VerdictMark verdict={verdictOf(tried)} size={12} />
            </span>
            {saidOf(tried)}
          </small>
        ) : (
          <small>
            {size.name}, {size.width} × {size.height}
            {piece.slides.length > 1 && !piece.section ? `, ${piece.slides.length} slides` : ''}
          </small>
        )}
      </UnstyledButton>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon className={css.more} size="sm" aria-label={`More for ${piece.name}`}>
            <IconDots size={15} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconPencil size={15} />} component="a" href={`/piece/${id}`}>
            Change the template
          </Menu.Item>
          <Menu.Item leftSection={<IconTable size={15} />} component="a" href={`/batches/new?template=${id}`}>
            Fill from a table
          </Menu.Item>
          <Menu.Item leftSection={<IconForms size={15} />} onClick={() => setNaming(true)}>
            Name and places
          </Menu.Item>
          <Menu.Divider />
          <Menu.Item leftSection={<IconTrash size={15} />} onClick={onRemove}>
            Delete
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {naming && <NamePlaces of={template} onClose={() => setNaming(false)} onDone={onChanged} />}
    </article>
  );
}

const verdictOf = ({ preview: { outcome } }: Tried) => worstVerdict(outcome.readings.map((r) => r.verdict));

/** How it reads, in words. */
function saidOf(tried: Tried): string {
  const { outcome, tooLong } = tried.preview,
    verdict = verdictOf(tried),
    parts = [verdict ? VERDICT_WORD[verdict] : 'No words'];
  if (tooLong.length) parts.push('too many words');
  else if (outcome.kept) parts.push(`keeps ${Math.round(outcome.kept.kept)} % of the photo`);
  if (tried.ways && outcome.clear) parts.push('with one more treatment');
  return parts.join(', ');
}

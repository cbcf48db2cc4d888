'use client';
// A piece in a list: as a card, or as a row of the table.
import { ActionIcon, Checkbox, Text } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { type ComponentProps, memo, useState } from 'react';
import { destinationById } from '../../core/piece/destinations';
import type { CampaignInfo, PieceInfo } from '../shared/api';
import { PageLink } from '../shared/PageLink';
import { RenameField } from '../shared/RenameField';
import { Thumbnail } from '../shared/Thumbnail';
import { dayInWords } from './days';
import type { PieceActions } from './piece-actions';
import { PieceMenu } from './PieceMenu';
import css from './Pieces.module.css';
import { Standing } from './Standing';

interface Props {
  piece: PieceInfo;
  campaigns: readonly CampaignInfo[];
  chosen: boolean;
  /** Some are: the boxes of all are seen. */
  choosing: boolean;
  /** The page is awake: what can be pressed is there. */
  awake: boolean;
  act: PieceActions;
  /** @param range all from the one chosen last up to it */
  onChoose: (id: string, range: boolean) => void;
}

const when = (iso: string): string =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const slidesOf = (p: PieceInfo): string => (p.slides > 1 ? `${p.slides} ${p.section ? 'pictures' : 'slides'}` : '');

function Picture({ piece: p, side }: { piece: PieceInfo; side?: number }) {
  if (p.damaged)
    return side ? null : (
      <Text c="dimmed" fz="sm" ta="center" p="md">
        Damaged: open it to restore an earlier version
      </Text>
    );
  const [base] = p.sizes;
  return <Thumbnail of={p} side={side} style={{ aspectRatio: `${base?.width} / ${base?.height}` }} />;
}

function Choose({ piece, chosen, choosing, onChoose }: Pick<Props, 'piece' | 'chosen' | 'choosing' | 'onChoose'>) {
  return (
    <Checkbox
      size="sm"
      className={css.choose}
      data-choosing={choosing || undefined}
      aria-label={`Choose ${piece.name}`}
      checked={chosen}
      onClick={(e) => onChoose(piece.id, e.shiftKey)}
      onChange={() => {}}
    />
  );
}

function Renaming({ piece, act, onDone }: { piece: PieceInfo; act: PieceActions; onDone: () => void }) {
  return (
    <RenameField
      className={css.rename}
      name={piece.name}
      onDone={(name) => {
        onDone();
        act.rename(piece, name);
      }}
    />
  );
}

export const PieceCard = memo(function PieceCard({
  piece: p,
  campaigns,
  chosen,
  choosing,
  awake,
  act,
  onChoose,
}: Props) {
  const [renaming, setRenaming] = useState(false),
    [base] = p.sizes;
  return (
    <article className={css.card} data-chosen={chosen || undefined}>
      <PageLink href={`/piece/${p.id}`} className={css.link} underline="never">
        <span className={css.frame}>
          <Picture piece={p} />
        </span>
        {renaming ? null : <b dir="auto">{p.name}</b>}
        <small>
          {[
            base && `${base.name}, ${base.width} × ${base.height}`,
            slidesOf(p),
            p.dueOn && `due ${dayInWords(p.dueOn)}`,
          ]
            .filter(Boolean)
            .join(', ')}
        </small>
        <Standing of={p.standing} />
      </PageLink>
      {renaming && <Renaming piece={p} act={act} onDone={() => setRenaming(false)} />}
      {awake && <Choose piece={p} chosen={chosen} choosing={choosing} onChoose={onChoose} />}
      {awake && (
        <More piece={p} campaigns={campaigns} act={act} onRename={() => setRenaming(true)} className={css.more} />
      )}
    </article>
  );
});

export const PieceRow = memo(function PieceRow({ piece: p, campaigns, chosen, choosing, awake, act, onChoose }: Props) {
  const [renaming, setRenaming] = useState(false);
  return (
    <article className={css.row} data-chosen={chosen || undefined}>
      {awake ? <Choose piece={p} chosen={chosen} choosing={choosing} onChoose={onChoose} /> : <i />}
      <span className={css.small}>
        <Picture piece={p} side={80} />
      </span>
      {renaming ? (
        <Renaming piece={p} act={act} onDone={() => setRenaming(false)} />
      ) : (
        <PageLink href={`/piece/${p.id}`} className={css.name} underline="hover">
          <b dir="auto">{p.name}</b>
        </PageLink>
      )}
      <Standing of={p.standing} />
      <span>{p.sizes.map((s) => (s.destination && destinationById(s.destination)?.name) || s.name).join(', ')}</span>
      <span>{p.section ? `${p.slides} pictures` : p.slides}</span>
      <time dateTime={p.changedAt} suppressHydrationWarning>
        {when(p.changedAt)}
      </time>
      <span>{p.dueOn ? dayInWords(p.dueOn) : ''}</span>
      {awake && <More piece={p} campaigns={campaigns} act={act} onRename={() => setRenaming(true)} />}
    </article>
  );
});

/** The menu of a piece. It is made when it is first opened: a button is enough for thousands that never are. */
function More(props: Omit<ComponentProps<typeof PieceMenu>, 'opened'>) {
  const [wanted, setWanted] = useState(false);
  return wanted ? (
    <PieceMenu {...props} opened />
  ) : (
    <ActionIcon
      className={props.className}
      size="sm"
      aria-haspopup="menu"
      aria-label={`More for ${props.piece.name}`}
      onClick={() => setWanted(true)}
    >
      <IconDots size={15} />
    </ActionIcon>
  );
}

/** What stands above the columns of the table. */
export const COLUMNS = ['', '', 'Name', 'Weakest text', 'Sizes', 'Slides', 'Changed', 'Due', ''] as const;

'use client';
// Every piece that the changes would change, before and after, with how its weakest text reads: looked at before
// anything is saved.
import { Button, Loader, SegmentedControl, Text } from '@mantine/core';
import { IconArrowRight } from '@tabler/icons-react';
import { memo, useState } from 'react';
import type { HouseStands } from '../shared/api';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import css from './House.module.css';
import { type Trial, type Trials, worse } from './trials';

export function Preview({
  trials,
  changes,
  saving,
  blocked,
  onSave,
  onTakeBack,
}: {
  trials: Trials;
  /** Entries of the house style that differ from what is saved. */
  changes: number;
  saving: boolean;
  /** Why it cannot be saved as it is; null where it can. */
  blocked: string | null;
  onSave: () => void;
  onTakeBack: () => void;
}) {
  const [show, setShow] = useState<'after' | 'before'>('after'),
    { pieces, error } = trials;
  if (!changes)
    return (
      <Text fz="sm" c="dimmed">
        Change something: every piece that would look otherwise is shown here, before and after, and nothing changes
        until you say so.
      </Text>
    );
  const done = pieces?.filter((p) => p.after || p.failed).length ?? 0,
    lower = pieces?.filter(worse).length ?? 0;
  return (
    <>
      <div className={css.said} role="status">
        {error ? (
          <span>{error}</span>
        ) : !pieces ? (
          <>
            <Loader size={14} /> Looking which pieces would change
          </>
        ) : !pieces.length ? (
          'No piece would look otherwise.'
        ) : (
          <>
            <b>
              {pieces.length} {pieces.length === 1 ? 'piece' : 'pieces'}
            </b>{' '}
            would change
            {done < pieces.length && `, ${done} looked at`}
            {lower > 0 && <em className={css.lower}>{lower} would read worse</em>}
          </>
        )}
      </div>
      <div className={css.decide}>
        <Button size="xs" disabled={blocked !== null} loading={saving} onClick={onSave} title={blocked ?? undefined}>
          {pieces?.length ? `Change ${pieces.length === 1 ? 'this piece' : `these ${pieces.length}`}` : 'Save'}
        </Button>
        <Button size="xs" variant="default" onClick={onTakeBack}>
          Take back
        </Button>
        {pieces !== null && pieces.length > 0 && (
          <SegmentedControl
            size="xs"
            aria-label="Which is shown"
            value={show}
            onChange={(v) => setShow(v as 'after' | 'before')}
            data={[
              { value: 'before', label: 'Before' },
              { value: 'after', label: 'After' },
            ]}
          />
        )}
      </div>
      {blocked && (
        <Text fz="xs" c="var(--attention)">
          {blocked}
        </Text>
      )}
      <div className={css.trials}>
        {[...(pieces ?? [])]
          .sort((a, b) => Number(worse(b)) - Number(worse(a)))
          .map((p) => (
            <Piece key={p.id} trial={p} show={show} />
          ))}
      </div>
    </>
  );
}

const Piece = memo(function Piece({ trial, show }: { trial: Trial; show: 'after' | 'before' }) {
  const { id, name, slides, pictures, before, after, failed } = trial;
  return (
    <a className={css.trial} href={`/piece/${id}`} data-trial={id} data-worse={worse(trial) || undefined}>
      <div className={css.picture}>
        {/* eslint-disable-next-line @next/next/no-img-element -- painted for this */}
        {pictures[show] && <img src={pictures[show]} alt="" />}
      </div>
      <span className={css.trialName}>{name}</span>
      {before && after ? (
        <span className={css.verdicts}>
          <Verdict of={before} />
          <IconArrowRight size={12} aria-label="becomes" />
          <Verdict of={after} />
          {slides.length > 1 && <small>{slides.length} slides</small>}
        </span>
      ) : (
        <small>{failed ? 'It could not be read' : 'Being read'}</small>
      )}
    </a>
  );
});

function Verdict({ of: { verdict, ratio } }: { of: HouseStands }) {
  if (!verdict) return <span>No words</span>;
  return (
    <span data-verdict={verdict}>
      <VerdictMark verdict={verdict} size={12} /> {ratio === null ? VERDICT_WORD[verdict] : ratio.toFixed(1)}
    </span>
  );
}

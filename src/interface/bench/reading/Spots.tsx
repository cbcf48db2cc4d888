'use client';
// Quiet spots for one text: the three best places as ghosts on the stage, and in words; a click takes one.
import { Switch, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { FoundSpots } from '../../../core/reading/no-place';
import type { Reading } from '../../../core/reading/read';
import { asking } from '../../shared/asking';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import {
  askSpots,
  leaveSpots,
  lookAtOther,
  lookAtSpot,
  movedOn,
  showSpots,
  takeOther,
  takeSpot,
} from '../measuring/spots';
import { shownOf, useBench } from '../state/store';
import { useSubjects } from '../state/subjects';
import css from './Remedies.module.css';

/** Verdict, number, and what is needed. */
const inWords = ({ verdict, ratio, needed }: Reading): string =>
  `${verdict ? VERDICT_WORD[verdict] : ''} ${ratio?.toFixed(1)} of ${needed.toFixed(1)}`;

export function Spots({ layer }: { layer: string | null }) {
  const piece = useBench((s) => s.piece);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const dragging = useBench((s) => s.dragging);
  const [found, setFound] = useState<(FoundSpots & { text: string }) | null>(null);
  const failed = useSubjects((s) => s.failed);
  const [mapped, setMapped] = useState(false);
  useEffect(() => {
    if (layer === null || dragging) return;
    return asking(askSpots(shownOf({ piece, slideId, sizeId, preview: null }), layer), (q) =>
      setFound({ ...q, text: layer }),
    );
  }, [piece, slideId, sizeId, layer, dragging]);
  const own = found?.text === layer ? found : null;
  useEffect(() => {
    showSpots(own && { text: own.text, spots: own.spots, map: mapped ? own.map : null });
  }, [own, mapped]);
  useEffect(
    () => () => {
      leaveSpots();
    },
    [],
  );
  if (layer === null) return <p className={css.note}>Select a text: its quiet spots appear here and on the stage.</p>;
  if (!own) return <p className={css.note}>Looking for quiet spots</p>;
  return (
    <div className={css.spots}>
      <p className={css.note}>
        {own.spots.length
          ? 'Where this text reads with the least treatment, away from the subject and from other texts.'
          : own.otherwise.length
            ? 'As it is, this text would be Lost, or is too large, wherever it stood. It has a place with'
            : 'As it is, this text would be Lost, or is too large, wherever it stood; nor do smaller type, other breaks or room beside the photo help. A treatment or another colour may.'}
        {failed && ` Things in the photo could not be looked for (${failed}): what stands out counts as its subject.`}
      </p>
      {own.spots.map((spot, i) => (
        <button
          key={i}
          type="button"
          className={css.spot}
          data-spot={i + 1}
          onPointerMove={(e) => movedOn(e) && lookAtSpot(layer, spot)}
          onPointerLeave={() => lookAtSpot(layer, null)}
          onFocus={(e) => e.target.matches(':focus-visible') && lookAtSpot(layer, spot)}
          onBlur={() => lookAtSpot(layer, null)}
          onClick={() => takeSpot(layer, spot)}
        >
          <b>{i + 1}</b>
          <VerdictMark verdict={spot.reading.verdict} />
          <span>
            {inWords(spot.reading)}
            <small>
              {spot.lines === 1 ? 'one line' : `${spot.lines} lines`}
              {spot.lines > 1
                ? `, ${{ start: 'from the left', centre: 'centred', end: 'to the right' }[spot.set.align]}`
                : ''}
              {spot.covers > 0.15 ? ', covers a part of the subject' : ''}
            </small>
          </span>
        </button>
      ))}
      {own.otherwise.map((other) => (
        <button
          key={other.kind}
          type="button"
          className={css.spot}
          data-other={other.kind}
          onPointerMove={(e) => movedOn(e) && lookAtOther(other)}
          onPointerLeave={() => lookAtOther(null)}
          onFocus={(e) => e.target.matches(':focus-visible') && lookAtOther(other)}
          onBlur={() => lookAtOther(null)}
          onClick={() => takeOther(layer, other)}
        >
          <VerdictMark verdict={other.reading.verdict} />
          <span>
            {inWords(other.reading)}
            <small>{other.says}</small>
          </span>
        </button>
      ))}
      <Switch
        size="xs"
        mt={6}
        label="Map of the slide for this text"
        checked={mapped}
        onChange={(e) => setMapped(e.currentTarget.checked)}
      />
      {mapped && (
        <Text fz="xs" c="dimmed" mt={4}>
          Each point stands for the text’s top left corner there: dark where it would be Clear, hatched where it would
          be Lost.
        </Text>
      )}
    </div>
  );
}

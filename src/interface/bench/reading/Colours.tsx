'use client';
// Suggested text colours: from photo, house style and neutrals, each with its reading and the tint it would still need.
import { Text, VisuallyHidden } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useEffect, useMemo, useRef, useState } from 'react';
import { isText } from '../../../core/kinds/layers';
import { makeTint } from '../../../core/kinds/tint';
import { addLayer, changeLayers } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import { verdictOf } from '../../../core/reading/verdict';
import type { SuggestedColour } from '../../../core/remedy/text-colours';
import { latest, readingWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { VerdictMark } from '../../shared/VerdictMark';
import { movedOn } from '../measuring/spots';
import { currentSlide, edit, preview, shownOf, useBench } from '../state/store';
import css from './Remedies.module.css';

const ask = latest((...args: Parameters<ReturnType<typeof readingWorker>['textColours']>) =>
  readingWorker().textColours(...args),
);
const FROM = { photo: 'photo', house: 'house style', neutral: 'neutral' } as const;

function inked(
  piece: Piece,
  slideId: string,
  texts: readonly string[],
  c: SuggestedColour,
  tint: boolean,
  id: string,
): Piece {
  const colour = c.swatch ? { swatch: c.swatch } : c.hex;
  const next = changeLayers(
    piece,
    slideId,
    texts,
    (l) => void (isText(l) && (l.fill = { ...l.fill, kind: 'colour', colour })),
  );
  return tint && c.tint && c.tint.strength > 0
    ? addLayer(next, slideId, makeTint(id, c.tint.colour, c.tint.strength / 100, piece.sizes[0]))
    : next;
}

export function Colours({ layer }: { layer: string | null }) {
  const piece = useBench((s) => s.piece);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const dragging = useBench((s) => s.dragging);
  const slide = useBench(currentSlide);
  const [found, setFound] = useState<SuggestedColour[] | null>(null);
  const looked = useRef<SuggestedColour | null>(null);
  const texts = useMemo(
    () => (layer !== null ? [layer] : slide.layers.filter((l) => isText(l) && l.visible).map((l) => l.id)),
    [layer, slide],
  );
  useEffect(() => {
    if (dragging) return;
    return asking(ask(shownOf({ piece, slideId, sizeId, preview: null }), { texts }), (all) =>
      setFound([...all].sort((a, b) => b.ratio / b.needed - a.ratio / a.needed)),
    );
  }, [piece, slideId, sizeId, texts, dragging]);
  useEffect(() => () => preview(null), []);
  if (!found) return <p className={css.note}>Comparing colours</p>;
  if (!found.length) return <p className={css.note}>There are no letters to colour.</p>;
  const see = (c: SuggestedColour | null): void => {
    if (looked.current === c) return;
    looked.current = c;
    preview(c && ((p) => inked(p, slideId, texts, c, false, 'seen')));
  };
  return (
    <div>
      <p className={css.note}>
        Colours of photo, house and neutrals for {layer !== null ? 'this text' : 'all texts of the slide'}; those that
        read best come first.
      </p>
      {found.map((c) => {
        const verdict = verdictOf(c.ratio, c.needed);
        return (
          <div key={c.hex} className={css.ink} data-ink={c.hex}>
            <button
              type="button"
              onPointerMove={(e) => movedOn(e) && see(c)}
              onPointerLeave={() => see(null)}
              onFocus={(e) => e.target.matches(':focus-visible') && see(c)}
              onBlur={() => see(null)}
              onClick={() => {
                see(null);
                edit(`Text colour: ${c.name}`, (p) => inked(p, slideId, texts, c, false, ''));
              }}
            >
              <i style={{ background: c.hex }} />
              <VerdictMark verdict={verdict} />
              <span>
                {c.name}
                <VisuallyHidden> {c.hex}</VisuallyHidden>
                <small>
                  {FROM[c.from]}, {c.ratio.toFixed(1)} of {c.needed.toFixed(1)}
                </small>
              </span>
            </button>
            {c.tint === null ? (
              <Text fz="xs" c="dimmed">
                no tint is enough
              </Text>
            ) : (
              c.tint.strength > 0 && (
                <button
                  type="button"
                  className={css.with}
                  onClick={() =>
                    edit(`Text colour: ${c.name}, with a tint`, (p) => inked(p, slideId, texts, c, true, nanoid(10)))
                  }
                >
                  with a tint of {c.tint.strength} %
                </button>
              )
            )}
          </div>
        );
      })}
    </div>
  );
}

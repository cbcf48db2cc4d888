'use client';
// Readings on the picture: in the letters view every letter is coloured and marked by its own; otherwise the weakest
// word alone, while it is not Clear.
import { verdictOf } from '../../../core/reading/verdict';
import { shownReading, useBench } from '../state/store';
import css from './LetterMarks.module.css';

/** Corners round the weakest word of the text whose reading is shown, and its ratio. */
export function WeakestMark({ scale }: { scale: number }) {
  const reading = useBench((s) => (s.dragging || s.editing !== null ? null : shownReading(s)));
  const framed = useBench((s) => s.selection.includes(shownReading(s)?.layer ?? ''));
  if (!reading?.weakestBox || reading.ratio === null || reading.verdict === 'clear') return null;
  const { x, y, width, height } = reading.weakestBox;
  return (
    <div
      className={css.weakest}
      data-weakest={reading.weakestWord}
      aria-hidden
      style={{ left: x * scale, top: y * scale, width: width * scale, height: height * scale }}
    >
      {CORNERS.map((c) => (
        <i key={c} data-corner={c} />
      ))}
      {/* A selected text has its frame there, and its number on top of the right column. */}
      {!framed && <span>{reading.ratio.toFixed(1)}</span>}
    </div>
  );
}
const CORNERS = ['top left', 'top right', 'bottom left', 'bottom right'];

export function LetterMarks({ scale }: { scale: number }) {
  const readings = useBench((s) => s.readings);
  return (
    <div className={css.marks} aria-hidden>
      {readings.flatMap((r) =>
        r.letters.map((l) => {
          const weakest = l.ratio === r.ratio;
          return (
            <div
              key={`${r.layer}:${l.start}`}
              className={css.letter}
              data-verdict={verdictOf(l.ratio, r.needed)}
              style={{
                left: l.box.x * scale,
                top: l.box.y * scale,
                width: l.box.width * scale,
                height: l.box.height * scale,
              }}
            >
              {weakest && <span>{l.ratio.toFixed(1)}</span>}
            </div>
          );
        }),
      )}
    </div>
  );
}

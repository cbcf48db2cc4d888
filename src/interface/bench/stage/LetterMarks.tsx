'use client';
// The letters view: every letter coloured and marked by its own reading.
import css from './LetterMarks.module.css';
import { useBench } from '../store';
import { verdictOf } from '../../../core/reading/verdict';

export function LetterMarks({ scale }: { scale: number }) {
  const readings = useBench((s) => s.readings);
  return (
    <div className={css.marks} aria-hidden>
      {readings.flatMap((r) =>
        r.letters.map((l) => {
          const weakest = l.ratio === r.ratio;
          return (
            <div key={`${r.layer}:${l.start}`} className={css.letter} data-verdict={verdictOf(l.ratio, r.needed)} style={{ left: l.box.x * scale, top: l.box.y * scale, width: l.box.width * scale, height: l.box.height * scale }}>
              {weakest && <span>{l.ratio.toFixed(1)}</span>}
            </div>
          );
        }),
      )}
    </div>
  );
}

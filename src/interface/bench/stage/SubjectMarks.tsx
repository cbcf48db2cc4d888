'use client';
// The subject of a photo, outlined on the stage while its part of the controls is open.
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { layerIn } from '../../../core/piece/resolve';
import { partOn } from '../../../core/scene/subjects';
import { useAssetSize } from '../../shared/assets';
import { drawSubject, subjectNow } from '../commands/subject';
import { currentSize, currentSlide, useBench } from '../state/store';
import { useSubjects } from '../state/subjects';
import { BoxOnPhoto } from './BoxOnPhoto';
import label from './Label.module.css';
import css from './SubjectMarks.module.css';

const leave = (): void => useSubjects.setState({ drawing: null });

export function SubjectMarks({ scale }: { scale: number }) {
  const { shown, drawing, found } = useSubjects(),
    size = useBench(currentSize),
    base = useBench((s) => s.piece.sizes[0]),
    dragging = useBench((s) => s.dragging === 'stage'),
    layer = useBench((s) => currentSlide(s).layers.find((l): l is PhotoLayer => l.id === shown && isPhoto(l))),
    photo = useAssetSize(layer?.asset ?? null);
  if (!layer || !photo || dragging) return null;
  const placed = layerIn(layer, size, base);
  return (
    <>
      <div className={css.marks} aria-hidden data-looked={layer.asset in found || undefined}>
        {(subjectNow(layer)?.boxes ?? []).map((b, i) => {
          const at = partOn(placed, photo, b);
          return (
            at && (
              <div
                key={i}
                className={css.mark}
                style={{
                  left: at.x * scale,
                  top: at.y * scale,
                  width: at.width * scale,
                  height: at.height * scale,
                }}
              >
                <span className={label.label}>{b.what || 'subject'}</span>
              </div>
            )
          );
        })}
      </div>
      <BoxOnPhoto
        scale={scale}
        photo={drawing}
        label="Draw a box round the subject"
        busy={false}
        onBox={(id, box, more) => {
          drawSubject(id, box, more);
          leave();
          return Promise.resolve();
        }}
        onLeave={leave}
      />
    </>
  );
}

'use client';
// A box drawn round what should stay when a photo is cut out.
import { cutAnew, cutAt } from '../commands/cutting';
import { useBrush } from '../state/brush';
import { BoxOnPhoto } from './BoxOnPhoto';

const leave = (): void => useBrush.setState({ boxing: null });

export function CutBox({ scale }: { scale: number }) {
  const { boxing, busy } = useBrush();
  return (
    <BoxOnPhoto
      scale={scale}
      photo={boxing}
      label="Draw a box round the subject, or click it"
      busy={busy}
      onBox={(id, box) => cutAnew(id, 'Cut out', box)}
      onPoint={(id, point) => void cutAt(id, point)}
      onLeave={leave}
    />
  );
}

// A drawing taken apart into its layers.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { isPhoto, type Layer } from '../../../core/kinds/layers';
import { takenApart, whyNotApart } from '../../../core/piece/apart';
import { api, inWords } from '../../shared/api';
import { whileOpen } from '../state/per-piece';
import { currentSlide, edit, select, useBench } from '../state/store';

/** Puts the layers of a drawing in its place, as one step. */
export async function takeApart(id: string): Promise<void> {
  const { slideId, campaign } = useBench.getState(),
    now = () => currentSlide(useBench.getState()).layers.find((l) => l.id === id),
    photo = now();
  if (!isPhoto(photo)) return;
  const why = whyNotApart(photo);
  if (why)
    return void notifications.show({ color: 'amber', title: 'It cannot be taken apart as it stands', message: why });
  try {
    const drawing = await whileOpen(api.layersOf(photo.asset, campaign || undefined)),
      there = now();
    // It may have been replaced, or taken away, meanwhile.
    if (!isPhoto(there) || there.asset !== photo.asset) return;
    let made: string[] = [];
    edit(
      'Take apart',
      (p) => {
        // The server gives layers as a document has them.
        const layers = drawing.layers as unknown as Layer[],
          done = takenApart(p, slideId, id, { ...drawing, layers }, () => nanoid(10));
        made = done.layers;
        return done.piece;
      },
      null,
    );
    select(made);
    if (drawing.notes.length)
      notifications.show({
        title: `${made.length} layers`,
        message: drawing.notes.map((n) => <div key={n}>{n}</div>),
      });
  } catch (e) {
    notifications.show({ color: 'amber', ...inWords(e) });
  }
}

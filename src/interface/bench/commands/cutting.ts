// Cutting a subject out: its mask is solved by a worker, stored as a picture, and put into the document with the
// strokes it came from.
import { notifications } from '@mantine/notifications';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { CutStroke } from '../../../core/photo/cut-out';
import type { PackedMask } from '../../../core/photo/mask';
import { cutBox, knownSubject } from '../../../core/photo/subject';
import type { Cut } from '../../../core/values/photo';
import { MOST_STROKES } from '../../../core/values/plain';
import { solverWorkers } from '../../../workers/clients';
import { api, inWords } from '../../shared/api';
import { useBrush } from '../state/brush';
import { whenLeft } from '../state/per-piece';
import { currentSlide, useBench } from '../state/store';
import { findIn } from '../state/subjects';
import { change } from './layers';
import { subjectNow } from './subject';

let asked = 0;
/** Strokes whose mask is not there yet, in the order they were drawn: the next question takes them along. */
let waiting: { layer: string; strokes: CutStroke[] } = { layer: '', strokes: [] };
export function cancelCut(): void {
  asked++;
  waiting = { layer: '', strokes: [] };
  useBrush.setState({ busy: false });
}
whenLeft(cancelCut);

const layerNow = (id: string): PhotoLayer | undefined =>
  currentSlide(useBench.getState()).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l));

/** The mask as it stands in the document: a stored picture; its bytes while the server cannot take it. */
async function storedMask({ packed, png }: { packed: PackedMask; png: Blob }): Promise<Cut['mask']> {
  try {
    return { width: packed.width, height: packed.height, asset: (await api.keepMask(png)).id };
  } catch {
    return packed;
  }
}

/** Where no guess is to be trusted, somebody is asked to say where the subject is; nothing is changed. */
function askForBox(id: string, tried: boolean): void {
  notifications.show({
    color: 'amber',
    title: tried ? 'Nothing here differs from what lies round it' : 'What is the subject here?',
    message: tried
      ? 'Click something else, or draw a box round it with a little air. The photo is as it was.'
      : 'Nothing stands out clearly enough by itself. Click what should stay, or draw a box round it; the photo is as it was.',
  });
  useBrush.setState({ layer: null, boxing: id });
}

/** What a cut begins with: a box round the subject, or a point on it; and whether somebody showed that. */
interface Begin {
  box?: Cut['box'];
  point?: { x: number; y: number };
  shown: boolean;
}

/**
 * Finds the mask for strokes and puts both into the document, as one step.
 * @param strokes given what is there and what waits @param begin what it begins with; as it did before where left out
 */
async function solve(
  id: string,
  strokes: (there: readonly CutStroke[]) => CutStroke[],
  label: string,
  begin?: Begin,
): Promise<void> {
  const layer = layerNow(id),
    mine = ++asked;
  if (!layer) return;
  useBrush.setState({ busy: true });
  try {
    for (;;) {
      const there = layerNow(id)?.cut?.strokes,
        wanted = strokes(there ?? []),
        box = begin ? (begin.box ?? null) : (layerNow(id)?.cut?.box ?? null);
      const found = await solverWorkers().at(-1)!.cutOut(layer.asset, wanted, box, begin?.point);
      // A newer question has this one's strokes; the photo may have been replaced, or taken away, meanwhile.
      if (mine !== asked || !found || layerNow(id)?.asset !== layer.asset) return;
      if (!found.sure) return askForBox(id, begin?.shown ?? box !== null);
      const mask = await storedMask(found);
      if (mine !== asked) return;
      // Undone or changed while it was solved: once more, from what is there now.
      if (layerNow(id)?.cut?.strokes !== there) continue;
      change<PhotoLayer>(
        label,
        [id],
        (l) =>
          void (l.cut = {
            ...(l.cut ?? { softness: 0, shift: 0, clean: 0.8 }),
            on: true,
            mask,
            strokes: wanted,
            box: found.box,
          }),
      );
      return;
    }
  } catch (e) {
    if (mine === asked) notifications.show({ color: 'amber', ...inWords(e) });
  } finally {
    if (mine === asked) cancelCut();
  }
}

/** Cuts out without strokes: from a box drawn round the subject, from what was found in the photo, or by itself. */
export async function cutAnew(id: string, label: string, box: Cut['box'] = null): Promise<void> {
  cancelCut();
  useBrush.setState({ boxing: null, busy: true });
  const mine = asked,
    layer = layerNow(id);
  if (layer && !box && !knownSubject(layer)) await findIn(layer.asset).catch(() => {});
  const subject = layer && subjectNow(layer),
    own = box ?? (subject ? cutBox(subject) : null);
  // Given up, or asked anew, meanwhile.
  if (mine !== asked) return;
  return solve(id, () => [], label, { box: own, shown: box !== null });
}

/** Cuts out what lies where somebody clicked. */
export function cutAt(id: string, point: { x: number; y: number }): Promise<void> {
  cancelCut();
  useBrush.setState({ boxing: null });
  return solve(id, () => [], 'Cut out', { point, shown: true });
}

/** Adds a stroke; those drawn while one is being solved are solved with it. */
export async function addStroke(id: string, stroke: CutStroke): Promise<void> {
  if (waiting.layer !== id) waiting = { layer: id, strokes: [] };
  if ((layerNow(id)?.cut?.strokes.length ?? 0) + waiting.strokes.length >= MOST_STROKES) {
    notifications.show({
      color: 'amber',
      title: `A cut-out has at most ${MOST_STROKES} strokes`,
      message: 'Those that are there stay. Undo some, or begin with the first guess again.',
    });
    return;
  }
  waiting.strokes.push(stroke);
  const all = [...waiting.strokes];
  await solve(id, (there) => [...there, ...all], stroke.keep ? 'Keep' : 'Remove');
}

// The sizes of the piece: added with a first layout, renamed, taken away, made the base; each one undo step.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { destinationById } from '../../../core/piece/destinations';
import { makeSection, ownSize, sizeFor } from '../../../core/piece/make';
import type { Size } from '../../../core/piece/schema';
import { addSize, makeBase, MOST_SIZES, removeSize, renameSize, withLayout } from '../../../core/piece/sizes';
import { withSubjects } from '../../../core/piece/subjects';
import { stageWorker } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { whileOpen } from '../state/per-piece';
import { edit, useBench } from '../state/store';
import { foundSubject } from '../state/subjects';

const state = useBench.getState;
const show = (sizeId: string): void => useBench.setState({ sizeId });

/** Can the piece have another size? */
export const roomForSize = (): boolean => state().piece.sizes.length < MOST_SIZES;

/** Adds a size, laid out, and shows it. @returns whether it was added; the person has been told why not */
async function add(size: Size): Promise<boolean> {
  try {
    const { piece } = state(),
      layout = await whileOpen(stageWorker().firstLayout(withSubjects(piece, foundSubject), size));
    edit(`Add ${size.name}`, (p) => addSize(p, size, layout));
    show(size.id);
    return true;
  } catch (e) {
    notifications.show({ color: 'amber', ...inWords(e) });
    return false;
  }
}

export const addDestination = (id: string): Promise<boolean> => add(sizeFor(destinationById(id)!, nanoid(10)));

export const addOwnSize = (width: number, height: number): Promise<boolean> =>
  add(ownSize(nanoid(10), { width, height }));

/** Lays a size out anew, as if it had just been added. */
export async function layOutAnew(size: Size): Promise<void> {
  try {
    const layout = await whileOpen(
      stageWorker().firstLayout(withLayout(withSubjects(state().piece, foundSubject), size.id, {}), size),
    );
    edit(`Lay out ${size.name} anew`, (p) => withLayout(p, size.id, layout));
  } catch (e) {
    notifications.show({ color: 'amber', ...inWords(e) });
  }
}

export const rename = (id: string, name: string): void => edit('Rename size', (p) => renameSize(p, id, name));

export function remove({ id, name }: Size): void {
  edit(`Take ${name} away`, (p) => removeSize(p, id));
  const { piece, sizeId } = state();
  if (!piece.sizes.some((s) => s.id === sizeId)) show(piece.sizes[0].id);
}

export const setSection = (on: boolean): void =>
  edit(on ? 'Section of a page' : 'No section of a page', (p) => ({ ...p, section: on ? makeSection() : null }));

export const toBase = ({ id, name }: Size): void => edit(`${name} as the base`, (p) => makeBase(p, id));

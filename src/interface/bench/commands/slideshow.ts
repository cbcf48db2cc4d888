// A section of a page: the pictures of its slideshow, how long they show, how high it is, what it is called.
import { nanoid } from 'nanoid';
import { makePhoto, photoName } from '../../../core/kinds/photo';
import { emptySlide } from '../../../core/piece/make';
import type { Piece } from '../../../core/piece/schema';
import { insertSlides } from '../../../core/piece/slides';
import { edit, goToSlide, useBench } from '../state/store';
import { roomForSlide } from './slides';
import { uploaded } from './uploading';

const state = useBench.getState;

/** Adds photos as pictures after the present one, and shows the last of them. */
export async function addShowPictures(files: readonly File[]): Promise<void> {
  for (const file of files) {
    if (!roomForSlide()) return;
    const asset = await uploaded(file);
    if (!asset) continue;
    const id = nanoid(10),
      { piece, slideId } = state(),
      at = piece.slides.findIndex((s) => s.id === slideId),
      photo = makePhoto(nanoid(10), asset.id, photoName(asset.name), piece.sizes[0]);
    edit('Add picture', (p) =>
      insertSlides(p, at, [{ ...emptySlide(id), paper: p.slides[at]?.paper ?? '#ffffff', layers: [photo] }]),
    );
    goToSlide(id);
  }
}

/** Sets what belongs to the section as a whole. */
export const setSectionField = (values: Partial<NonNullable<Piece['section']>>): void =>
  edit(
    'stay' in values || 'fade' in values ? 'Slideshow' : 'Section',
    (p) => (p.section ? { ...p, section: { ...p.section, ...values } } : p),
    `section:${Object.keys(values).join()}`,
  );

// A piece with what was found in its photos, for questions about it: the document itself takes it with the edit that
// needs it.
import { isPhoto, type Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { knownSubject } from '../photo/subject';
import type { Subject } from '../values/photo';
import type { Piece, Slide } from './schema';

/** Photos of whose subject nothing is known yet. With room they are painted by what is known: they stay as they are. */
export const wantsSubject = (l: Layer): l is PhotoLayer =>
  isPhoto(l) && l.band !== 'message' && l.visible && !l.room?.on && !l.cut?.on && !knownSubject(l);

/** @param subjectOf the subject of a picture, where it is known; null leaves the photo as it is */
export function withSubjects(piece: Piece, subjectOf: (asset: string) => Subject | null): Piece {
  const slides = piece.slides.map((slide): Slide => {
    const layers = slide.layers.map((l) => {
      const subject = wantsSubject(l) ? subjectOf(l.asset) : null;
      return subject ? { ...l, subject } : l;
    });
    return layers.some((l, i) => l !== slide.layers[i]) ? { ...slide, layers } : slide;
  });
  return slides.some((s, i) => s !== piece.slides[i]) ? { ...piece, slides } : piece;
}

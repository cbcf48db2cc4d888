// Fonts shown in themselves on the page; nothing that is painted uses them.
import { faceFor, type Family } from '../../core/type/catalogue';

const loaded = new Set<string>();

/** The family of CSS under which a face is shown once it is loaded. */
export const shownFace = (name: string, families: readonly Family[], weight = 400, italic = false): string =>
  `show-${faceFor(name, weight, italic, families).id}`;

/** Loads a face into the page. */
export async function showFace(name: string, families: readonly Family[], weight = 400, italic = false): Promise<void> {
  const face = faceFor(name, weight, italic, families);
  if (loaded.has(face.id)) return;
  loaded.add(face.id);
  try {
    document.fonts.add(await new FontFace(`show-${face.id}`, `url(/api/fonts/${face.id}.ttf)`).load());
  } catch (e) {
    loaded.delete(face.id);
    console.error(e);
  }
}

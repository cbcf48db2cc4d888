// What is handed over is what was saved: the bench is saved first, then the server is asked.
import { settle, useBench } from '../state/store';
import { save } from './saving';

/** The bench once it is saved. @throws Error in words where the server does not answer */
async function savedBench(): Promise<ReturnType<typeof useBench.getState>> {
  settle();
  await save();
  const state = useBench.getState();
  if (state.saved !== 'saved')
    throw new Error(
      'The piece must be saved first, and the server does not answer. Your edits are safe in this browser; try again in a moment.',
    );
  return state;
}

/** The slide and size one works on, once they are saved, as the server is asked about them. @throws Error in words */
export async function savedPlace(): Promise<{
  id: string;
  revision: number;
  time: number | null;
  place: { slide: string; size: string };
}> {
  const { id, revision, time, piece, slideId, sizeId } = await savedBench(),
    slide = String(piece.slides.findIndex((s) => s.id === slideId) + 1);
  return { id, revision, time, place: { slide, size: sizeId } };
}

/** What the server answers. @throws Error in its words */
export async function handedBy(path: string, signal?: AbortSignal): Promise<Response> {
  const response = await fetch(path, { signal });
  if (response.ok) return response;
  throw new Error(
    await response.json().then(
      ({ title, detail }: { title?: string; detail?: string }) => [title, detail].filter(Boolean).join(': '),
      () => 'The picture could not be painted.',
    ),
  );
}

/** Puts a file into the downloads. */
export function intoDownloads(file: Blob, name: string): void {
  const url = URL.createObjectURL(file);
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

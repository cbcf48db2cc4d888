// A file that came with a form.
import { Problem } from './problem';

/** @throws Problem 400 or 413 */
export async function uploadedFile(request: Request, most: number): Promise<{ file: File; form: FormData }> {
  if (Number(request.headers.get('content-length') ?? 0) > most + 100_000)
    throw new Problem(413, 'The file is too large', `At most ${most / 1048576} MB are taken.`);
  let form: FormData;
  try {
    form = await request.formData();
  } catch {
    throw new Problem(400, 'The upload cannot be read', 'Send multipart/form-data with one field "file".');
  }
  const file = form.get('file');
  if (!(file instanceof File))
    throw new Problem(400, 'No file came with the upload', 'Send multipart/form-data with one field "file".', [
      { path: '/file', reason: 'missing' },
    ]);
  return { file, form };
}

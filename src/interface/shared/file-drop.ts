// Files dropped from the desktop onto a part of the page.
import { useDropzone } from 'react-dropzone';

/**
 * Attributes of an element onto which files can be dropped; what lies within another such element takes its own. Which
 * files can be used is for `take` to say.
 */
export function useFileDrop(take: (files: File[]) => void) {
  const { getRootProps, isDragActive } = useDropzone({
    onDrop: (files) => files.length && take(files),
    noClick: true,
    noKeyboard: true,
    noDragEventsBubbling: true,
  });
  // It stays what it is: its role is its own.
  const { role: _role, ...rest } = getRootProps();
  return { 'data-dropping': isDragActive || undefined, ...rest };
}

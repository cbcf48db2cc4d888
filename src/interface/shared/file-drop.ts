// Files dropped from the desktop onto a part of the page.
import { useState } from 'react';

interface Dropping {
  /** Something is held over it; for the attribute that shows so. */
  'data-dropping': true | undefined;
  onDragOver: (e: React.DragEvent) => void;
  onDragLeave: (e: React.DragEvent) => void;
  onDrop: (e: React.DragEvent) => void;
}

/** Attributes of an element onto which files can be dropped; what lies within another such element takes its own. */
export function useFileDrop(take: (files: File[]) => void): Dropping {
  const [held, setHeld] = useState(false);
  return {
    'data-dropping': held || undefined,
    onDragOver: (e) => {
      if (!e.dataTransfer.types.includes('Files')) return;
      e.preventDefault();
      setHeld(true);
    },
    onDragLeave: (e) => {
      if (e.currentTarget === e.target) setHeld(false);
    },
    onDrop: (e) => {
      e.preventDefault();
      e.stopPropagation();
      setHeld(false);
      take([...e.dataTransfer.files]);
    },
  };
}

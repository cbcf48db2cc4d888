'use client';
// A dialog. Its close button has a name, and the focus goes back to where it was when the dialog goes, however it goes.
import { Modal, type ModalProps } from '@mantine/core';
import { useEffect, useState } from 'react';

export function Dialog(props: ModalProps) {
  const [before] = useState(() => (typeof document === 'undefined' ? null : document.activeElement));
  useEffect(
    () => () => {
      // Mounted only while it is open: nobody else gives the focus back.
      if (before instanceof HTMLElement && before.isConnected) setTimeout(() => before.focus(), 0);
    },
    [before],
  );
  return <Modal closeButtonProps={{ 'aria-label': 'Close' }} {...props} />;
}

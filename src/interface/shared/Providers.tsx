'use client';
import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { setNonce } from 'get-nonce';
import { type ReactNode, useState } from 'react';
import { theme } from './theme';

/** @param nonce what styles that are made in the page carry, so that its policy lets them through */
export function Providers({ nonce, children }: { nonce: string; children: ReactNode }) {
  // Known to the page from its first rendering on, and the same for as long as it lives.
  const [own] = useState(() => {
    const at =
      typeof document === 'undefined'
        ? nonce
        : (document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? nonce);
    setNonce(at);
    return at;
  });
  return (
    <MantineProvider theme={theme} defaultColorScheme="auto" getStyleNonce={() => own}>
      <Notifications position="bottom-left" limit={4} />
      {children}
    </MantineProvider>
  );
}

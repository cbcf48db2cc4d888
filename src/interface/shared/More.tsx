'use client';
// The end of a list that goes on: loads more when it comes into view, or when pressed.
import { Button } from '@mantine/core';
import { useIntersection } from '@mantine/hooks';
import { useEffect } from 'react';
import type { Paged } from './pages';

export function More<T>({ of }: { of: Paged<T> }) {
  const { ref, entry } = useIntersection({ rootMargin: '400px' });
  const { more, busy, error, loadMore } = of,
    near = entry?.isIntersecting ?? false;
  useEffect(() => {
    if (near && more && !busy && !error) loadMore();
  }, [near, more, busy, error, loadMore]);
  if (!more && !error) return null;
  return (
    <Button
      ref={ref}
      variant="subtle"
      size="compact-sm"
      loading={busy}
      onClick={of.items && more ? loadMore : of.reload}
      style={{ alignSelf: 'center' }}
    >
      {error ? `${error}. Try again` : 'Show more'}
    </Button>
  );
}

'use client';
// How far measuring the whole piece is, with what is set beside it.
import { Group, Progress, Text } from '@mantine/core';
import type { ReactNode } from 'react';

export function Measured({
  done,
  of,
  failed,
  says,
  children,
}: {
  done: number;
  of: number;
  failed: boolean;
  /** What is said once all is measured. */
  says: string;
  children: ReactNode;
}) {
  const running = done < of && !failed;
  return (
    <>
      <Group justify="space-between" mb={8}>
        <Text fz="sm" aria-live="polite">
          {failed
            ? 'Measuring stopped: the server may be away. Your piece is safe.'
            : running
              ? `Measuring: ${done} of ${of}`
              : says}
        </Text>
        {children}
      </Group>
      <Progress
        value={(100 * done) / of}
        size={3}
        mb={8}
        style={{ visibility: running ? undefined : 'hidden' }}
        aria-label="Measured"
      />
    </>
  );
}

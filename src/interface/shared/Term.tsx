// A word that wants a sentence: it says it on hover and on focus.
import { Tooltip } from '@mantine/core';
import { memo, type ReactNode } from 'react';

export const Term = memo(function Term({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Tooltip label={says} multiline maw={260} events={{ hover: true, focus: true, touch: true }}>
      <span tabIndex={0} className="term">
        {children}
      </span>
    </Tooltip>
  );
});

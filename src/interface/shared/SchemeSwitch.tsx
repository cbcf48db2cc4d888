'use client';
// Light or dark surroundings. What the server does not know (the person's choice, the machine's) shows after the first
// rendering, so that page and server agree on that one.
import { ActionIcon, Tooltip, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { useMounted } from '@mantine/hooks';
import { IconMoon, IconSun } from '@tabler/icons-react';

export function SchemeSwitch() {
  const { setColorScheme } = useMantineColorScheme();
  const known = useMounted(),
    scheme = useComputedColorScheme('light', { getInitialValueInEffect: true }),
    dark = known && scheme === 'dark';
  return (
    <Tooltip label={dark ? 'Light surroundings' : 'Dark surroundings'}>
      <ActionIcon aria-label="Light or dark surroundings" onClick={() => setColorScheme(dark ? 'light' : 'dark')}>
        {dark ? <IconSun size={17} /> : <IconMoon size={17} />}
      </ActionIcon>
    </Tooltip>
  );
}

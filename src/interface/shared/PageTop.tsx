'use client';
// The top of a page that one comes to from another: the way back, what it is, what can be done here.
import { Anchor, Title } from '@mantine/core';
import { IconArrowLeft } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import css from './PageTop.module.css';
import { SchemeSwitch } from './SchemeSwitch';

export function PageTop({
  title,
  back: { href, name },
  children,
}: {
  title: string;
  /** Where the way back leads. */
  back: { href: string; name: string };
  /** Between the title and what every page has. */
  children: ReactNode;
}) {
  return (
    <header className={css.top}>
      <Anchor href={href} className={css.back} aria-label={name}>
        <IconArrowLeft size={18} />
      </Anchor>
      <Title order={1} fz={20}>
        {title}
      </Title>
      {children}
      <SchemeSwitch />
    </header>
  );
}

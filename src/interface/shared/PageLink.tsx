// A link between the list and the bench: only what differs is loaded, and workers with what they know live on. It opens
// in another window as any link does.
import { Anchor, type AnchorProps } from '@mantine/core';
import Link, { type LinkProps } from 'next/link';
import type { ReactNode } from 'react';

interface Props extends AnchorProps, Pick<LinkProps, 'href' | 'onNavigate'> {
  children: ReactNode;
}

/** What it leads to is not fetched before it is pressed: it would be outdated by then, and there are thousands. */
export const PageLink = (props: Props) => <Anchor component={Link} prefetch={false} {...props} />;

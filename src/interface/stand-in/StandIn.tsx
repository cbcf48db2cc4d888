'use client';
// The stand-in: a simulated service that shows posts, as a feed, a profile and a grid.
import { ActionIcon, Anchor, Group, SegmentedControl, Text, Title } from '@mantine/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useState } from 'react';
import type { ShownAccount } from '../../contract/posting';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import css from './StandIn.module.css';

type Shown = ShownAccount['posts'][number];
const VIEWS = ['feed', 'profile', 'grid'] as const;
type View = (typeof VIEWS)[number];
const VIEW_NAMES: Record<View, string> = { feed: 'Feed', profile: 'Profile', grid: 'Grid' };

const pictureOf = (post: Shown, number: number): string => `/api/stand-in/posts/${post.id}/${number + 1}`;
const dateOf = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' });

function Picture({ post, number, className }: { post: Shown; number: number; className?: string }) {
  const { width, height, alternative } = post.pictures[number];
  return (
    // The service's own picture, as it was compressed.
    // eslint-disable-next-line @next/next/no-img-element
    <img src={pictureOf(post, number)} alt={alternative} width={width} height={height} className={className} />
  );
}

/** How the weakest text reads here. */
function Weakest({ of }: { of: NonNullable<Shown['weakest']> }) {
  return (
    <Group gap={6} wrap="nowrap" className={css.reads} data-reads={of.verdict ?? undefined}>
      {of.verdict && <VerdictMark verdict={of.verdict} size={12} />}
      <Text fz="xs" c="dimmed">
        {of.verdict ? VERDICT_WORD[of.verdict] : ''} as shown here:{' '}
        <b dir="auto">{of.text.replace(/\s+/g, ' ').slice(0, 40)}</b> reads {of.ratio?.toFixed(2)} of{' '}
        {of.needed.toFixed(2)}
        {of.before !== null && `, ${of.before.toFixed(2)} on the stage`}
      </Text>
    </Group>
  );
}

function Post({ post, account }: { post: Shown; account: string }) {
  const [at, setAt] = useState(0),
    count = post.pictures.length,
    shape = post.pictures[0].width / post.pictures[0].height;
  return (
    <article className={css.post} data-post={post.id}>
      <header>
        <i aria-hidden>{account.replace(/^The /, '').slice(0, 1)}</i>
        <b>{account}</b>
        <time dateTime={post.at}>{dateOf(post.at)}</time>
      </header>
      <div className={css.pictures} style={{ aspectRatio: shape }}>
        <Picture post={post} number={at} />
        {count > 1 && (
          <>
            <ActionIcon
              className={css.before}
              aria-label="The picture before"
              variant="default"
              disabled={at === 0}
              onClick={() => setAt(at - 1)}
            >
              <IconChevronLeft size={16} />
            </ActionIcon>
            <ActionIcon
              className={css.after}
              aria-label="The next picture"
              variant="default"
              disabled={at === count - 1}
              onClick={() => setAt(at + 1)}
            >
              <IconChevronRight size={16} />
            </ActionIcon>
            <span className={css.count}>
              {at + 1} of {count}
            </span>
          </>
        )}
      </div>
      {post.words && (
        <p className={css.words} dir="auto">
          {post.words}
        </p>
      )}
      {post.weakest && <Weakest of={post.weakest} />}
    </article>
  );
}

const Grid = ({ posts }: { posts: readonly Shown[] }) => (
  <div className={css.grid}>
    {posts.map((p) => (
      <Picture key={p.id} post={p} number={0} />
    ))}
  </div>
);

export function StandIn({ shown: { account, posts } }: { shown: ShownAccount }) {
  const [view, setView] = useState<View>('feed'),
    feed = posts.filter((p) => p.kind === 'post'),
    stories = posts.filter((p) => p.kind === 'story'),
    banner = posts.find((p) => p.kind === 'banner');
  return (
    <div className={css.page}>
      <header className={css.top}>
        <Text fz="sm">
          <b>Stand-in</b>, a simulated service. Nothing here leaves this computer.
        </Text>
        <Anchor href="/" fz="sm">
          Back to Plavo
        </Anchor>
      </header>
      <main className={css.main}>
        <Title order={1} fz={20}>
          {account.name}
        </Title>
        <SegmentedControl
          aria-label="View"
          value={view}
          onChange={(v) => setView(v as View)}
          data={VIEWS.map((value) => ({ value, label: VIEW_NAMES[value] }))}
        />
        {!posts.length && (
          <Text c="dimmed" fz="sm">
            Nothing is posted yet. <i>Post</i> in a piece&#8217;s <i>Hand over</i> puts it here.
          </Text>
        )}
        {view === 'feed' && (
          <>
            {stories.length > 0 && (
              <section aria-label="Stories" className={css.stories}>
                {stories.map((p) => (
                  <figure key={p.id} data-post={p.id}>
                    <Picture post={p} number={0} />
                    {p.weakest && <Weakest of={p.weakest} />}
                  </figure>
                ))}
              </section>
            )}
            {feed.map((p) => (
              <Post key={p.id} post={p} account={account.name} />
            ))}
          </>
        )}
        {view === 'profile' && (
          <section aria-label="Profile" className={css.profile}>
            <div className={css.banner}>{banner && <Picture post={banner} number={0} />}</div>
            <i aria-hidden className={css.portrait}>
              {account.name.replace(/^The /, '').slice(0, 1)}
            </i>
            <b>{account.name}</b>
            <Text fz="sm" c="dimmed">
              {feed.length} {feed.length === 1 ? 'post' : 'posts'}
            </Text>
            {banner?.weakest && <Weakest of={banner.weakest} />}
            <Grid posts={feed} />
          </section>
        )}
        {view === 'grid' && <Grid posts={feed} />}
      </main>
    </div>
  );
}

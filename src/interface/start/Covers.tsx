'use client';
// The covers of a campaign as its feed shows them, three in a row, and the one that is due next.
import { Button, Group, Loader, Stack, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { COVER_NAMES } from '../../core/piece/covers';
import type { Swatch } from '../../core/values/fill';
import { api, type CampaignInfo, type FeedInfo, inWords } from '../shared/api';
import { asking } from '../shared/asking';
import { Dialog } from '../shared/Dialog';
import { PageLink } from '../shared/PageLink';
import css from './Covers.module.css';

/** A feed and the colours of its house. */
export interface KnownFeed {
  campaign: string;
  feed: FeedInfo;
  house: readonly Swatch[];
}

/** The feed of a campaign and the colours of its house; null until they are there. @param given what is known of one */
export function useFeed(
  campaign: string | null,
  given: KnownFeed | null = null,
): { feed: FeedInfo | null; house: readonly Swatch[]; error: unknown } {
  const [known, setKnown] = useState<KnownFeed | null>(given),
    [failed, setFailed] = useState<{ campaign: string; error: unknown } | null>(null);
  useEffect(() => {
    if (campaign === null) return;
    return asking(
      Promise.all([api.feed(campaign), api.house(campaign)]),
      ([feed, { style }]) => setKnown({ campaign, feed, house: style.swatches }),
      (error) => setFailed({ campaign, error }),
    );
  }, [campaign]);
  const here = known && known.campaign === campaign ? known : null;
  return {
    feed: here?.feed ?? null,
    house: here?.house ?? [],
    error: failed?.campaign === campaign ? failed.error : null,
  };
}

/** What is due, in words: "Plain ground in Amber". */
export function dueInWords({ kind, swatch, photo }: FeedInfo['due'], house: readonly Swatch[]): string {
  const colour = house.find((s) => s.id === swatch)?.name;
  return `${COVER_NAMES[kind]}${colour ? ` in ${colour}` : photo ? `, ${photo.name}` : ''}`;
}

/** Can a piece be begun with what is due? A photo must be there, or a colour. */
export const canBegin = ({ photo, swatch }: FeedInfo['due']): boolean => photo !== null || swatch !== null;

/** What a new piece is asked to begin with. */
export const beginningOf = ({ kind, swatch, photo }: FeedInfo['due']): Record<string, unknown> =>
  photo ? { photo: photo.id } : kind !== 'photo' && swatch ? { ground: { kind, swatch } } : {};

/** A small picture of what is due. */
export function DuePicture({ due, house }: { due: FeedInfo['due']; house: readonly Swatch[] }) {
  const colour = house.find((s) => s.id === due.swatch)?.colour;
  if (due.photo)
    return (
      // Painted by our own server at this size.
      // eslint-disable-next-line @next/next/no-img-element
      <img src={`/api/assets/${due.photo.id}?as=thumbnail`} alt="" />
    );
  return <i style={{ background: colour ?? 'var(--line)' }} data-kind={due.kind} />;
}

export function Covers({
  campaign,
  onBegin,
  onClose,
}: {
  campaign: CampaignInfo;
  /** Begins a piece with what is due. */
  onBegin: (known: KnownFeed) => void;
  onClose: () => void;
}) {
  const { feed, house, error } = useFeed(campaign.id);
  return (
    <Dialog opened onClose={onClose} size={560} title={`Covers of ${campaign.name}`}>
      <Stack gap="sm">
        {error !== null && (
          <Text fz="sm" c="amber">
            {inWords(error).message}
          </Text>
        )}
        {!feed && error === null && (
          <Text fz="sm" c="dimmed">
            <Loader size="xs" mr={6} /> Looking at the covers
          </Text>
        )}
        {feed && (
          <>
            <Text fz="sm" c="dimmed">
              {feed.covers.length === 0
                ? 'No post or carousel yet. The first one appears here.'
                : 'Posts and carousels as their feed shows them, the newest first. What each is, is seen on its picture.'}
            </Text>
            <Group justify="space-between" wrap="nowrap">
              <Text fz="sm" data-testid="due-reasons">
                {feed.due.reasons.map((r) => `${r}.`).join(' ')}
              </Text>
              <Button
                flex="none"
                onClick={() => onBegin({ campaign: campaign.id, feed, house })}
                disabled={!canBegin(feed.due)}
              >
                Begin with what is due
              </Button>
            </Group>
            <ul className={css.feed}>
              <li className={css.due} data-testid="due">
                <span className={css.picture}>
                  <DuePicture due={feed.due} house={house} />
                </span>
                <b>Due next</b>
                <span>{dueInWords(feed.due, house)}</span>
              </li>
              {feed.covers.map((c) => {
                const swatch = house.find((s) => s.id === c.swatch);
                return (
                  <li key={c.id} data-cover={c.kind}>
                    <PageLink href={`/piece/${c.id}`} className={css.link} underline="never">
                      <span className={css.picture}>
                        {/* Painted by our own server at this size. */}
                        {/* eslint-disable-next-line @next/next/no-img-element */}
                        <img src={`/api/pieces/${c.id}/render?scale=0.25&look=${c.look}`} alt="" loading="lazy" />
                      </span>
                      <b dir="auto">{c.name}</b>
                      <span>
                        {c.kind !== 'photo' && <i className={css.dot} style={{ background: c.colour }} />}
                        {COVER_NAMES[c.kind]}
                        {swatch ? `, ${swatch.name}` : ''}
                      </span>
                    </PageLink>
                  </li>
                );
              })}
            </ul>
          </>
        )}
      </Stack>
    </Dialog>
  );
}

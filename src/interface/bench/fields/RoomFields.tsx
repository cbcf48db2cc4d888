'use client';
// Make room: how much free space on which side, each side rated beforehand, with the reason drawn on the edge.
import { Checkbox, SegmentedControl, Stack, Switch, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { type Side, SIDES } from '../../../core/photo/edge';
import { type SideRating, WORTH_ROOM } from '../../../core/photo/room-rating';
import { knownSubject } from '../../../core/photo/subject';
import { NO_ROOM } from '../../../core/values/made';
import type { Room } from '../../../core/values/photo';
import { latest, readingWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { change } from '../commands/layers';
import { rememberSubject } from '../commands/subject';
import { KIND_WORD, useRoomMarks } from '../state/room-marks';
import { shownOf, useBench } from '../state/store';
import { findIn } from '../state/subjects';
import { Amount } from './Amount';

const ask = latest((...args: Parameters<ReturnType<typeof readingWorker>['roomSides']>) =>
  readingWorker().roomSides(...args),
);
const SIDE_WORD: Record<Side, string> = { left: 'Left', right: 'Right', top: 'Top', bottom: 'Bottom' };
/** Why room on a side would be seen. */
function reasonFor({ kind, where }: SideRating): string {
  const share = Math.round(100 * where.reduce((sum, [from, to]) => sum + to - from, 0));
  switch (kind) {
    case 'cut':
      return `things are cut off along ${share} % of it, and would go on as stumps`;
    case 'pattern':
      return 'what is there is too varied to go on as one texture';
    case 'uneven':
      return 'its light changes too much along the edge';
    case 'calm':
      return 'what is there varies too much along the edge';
  }
}

export function RoomFields({ layer }: { layer: PhotoLayer }) {
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const [ratings, setRatings] = useState<SideRating[] | null>(null);
  // What the sides are like does not depend on the room that is made.
  const key = JSON.stringify([
    layer.asset,
    layer.zoom,
    layer.focus,
    layer.crop,
    layer.turn,
    layer.flipX,
    layer.flipY,
    layer.straighten,
    layer.tone,
    layer.box,
  ]);
  useEffect(() => {
    return asking(ask(shownOf({ ...useBench.getState(), slideId, sizeId, preview: null }), layer.id), setRatings);
  }, [key, layer.id, slideId, sizeId]);
  useEffect(() => {
    useRoomMarks.setState({ layer: layer.id, ratings: ratings ?? [] });
    return () => useRoomMarks.setState({ layer: null, ratings: [] });
  }, [layer.id, ratings]);
  const room = layer.room ?? NO_ROOM;
  const set = (values: Partial<Room>, merge = true): void =>
    change<PhotoLayer>(
      'Make room',
      [layer.id],
      (l) => {
        rememberSubject(l);
        l.room = { ...(l.room ?? NO_ROOM), on: true, ...values };
      },
      merge ? `room:${layer.id}` : null,
    );
  // Room ends before the subject: it is looked for as soon as room is thought of.
  useEffect(() => void (knownSubject(layer) || findIn(layer.asset).catch(() => {})), [layer]);
  const best = ratings && [...ratings].sort((a, b) => b.worth - a.worth)[0];
  return (
    <Stack gap={6}>
      <Text fz="xs" c="dimmed">
        {best
          ? best.worth < WORTH_ROOM
            ? 'No side of this photo can be continued without its being seen: what each is like is said below. A plate, or a photo with a calm side, does better.'
            : `Free space that continues the photo. Best on the ${best.side}: ${KIND_WORD[best.kind]}.`
          : 'Looking at the edges'}
      </Text>
      {layer.room && (
        <Switch size="xs" label="On" checked={room.on} onChange={(e) => set({ on: e.currentTarget.checked }, false)} />
      )}
      {SIDES.map((side) => {
        const r = ratings?.find((x) => x.side === side);
        if (r && r.worth < WORTH_ROOM && !room[side])
          return (
            <Text key={side} fz="xs" data-side={side} data-refused>
              <b>{SIDE_WORD[side]}</b> is not offered: {reasonFor(r)}.
            </Text>
          );
        return (
          <div key={side} data-side={side}>
            <Text fz="xs" c="dimmed" mb={-16} ta="right">
              {r ? KIND_WORD[r.kind] : ''}
            </Text>
            <Amount
              label={SIDE_WORD[side]}
              value={Math.round(room[side] * 100)}
              min={0}
              max={80}
              onChange={(v) => set({ [side]: v / 100 })}
            />
          </div>
        );
      })}
      {layer.room && (
        <>
          <Checkbox
            size="xs"
            label="Fade as far as the subject allows"
            checked={room.reach === null}
            onChange={(e) => set({ reach: e.currentTarget.checked ? null : 0.25 }, false)}
          />
          {room.reach !== null && (
            <Amount
              label="Fade into the photo"
              value={Math.round(room.reach * 100)}
              min={1}
              max={90}
              onChange={(v) => set({ reach: v / 100 })}
            />
          )}
          <SegmentedControl
            size="xs"
            fullWidth
            aria-label="What is continued"
            value={room.fill}
            onChange={(v) => set({ fill: v as Room['fill'] }, false)}
            data={[
              { value: 'auto', label: 'What suits' },
              { value: 'light', label: 'Light only' },
              { value: 'texture', label: 'Texture' },
            ]}
          />
          <Amount
            label="Grain"
            value={Math.round(room.grain * 100)}
            min={0}
            max={300}
            onChange={(v) => set({ grain: v / 100 })}
          />
        </>
      )}
    </Stack>
  );
}

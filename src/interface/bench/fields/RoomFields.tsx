'use client';
// Make room: how much free space on which side, each side rated beforehand, with the reason drawn on the edge.
import { Checkbox, Stack, Switch, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { type Side, type SideRating, SIDES } from '../../../core/photo/room';
import type { Room } from '../../../core/values/photo';
import { latest, readingWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { change } from '../commands/layers';
import { KIND_WORD, useRoomMarks } from '../state/room-marks';
import { shownOf, useBench } from '../state/store';
import { Amount } from './Amount';

const ask = latest((...args: Parameters<ReturnType<typeof readingWorker>['roomSides']>) =>
  readingWorker().roomSides(...args),
);
const NEW: Room = { on: true, left: 0, right: 0, top: 0, bottom: 0, reach: null, grain: 1 };
const SIDE_WORD: Record<Side, string> = { left: 'Left', right: 'Right', top: 'Top', bottom: 'Bottom' };
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
  const room = layer.room ?? NEW;
  const set = (values: Partial<Room>, merge = true): void =>
    change<PhotoLayer>(
      'Make room',
      [layer.id],
      (l) => void (l.room = { ...(l.room ?? NEW), on: true, ...values }),
      merge ? `room:${layer.id}` : null,
    );
  const best = ratings && [...ratings].sort((a, b) => b.worth - a.worth)[0];
  return (
    <Stack gap={6}>
      <Text fz="xs" c="dimmed">
        {best
          ? `Free space that continues the photo. Best on the ${best.side}: ${KIND_WORD[best.kind]}.`
          : 'Looking at the edges'}
      </Text>
      {layer.room && (
        <Switch size="xs" label="On" checked={room.on} onChange={(e) => set({ on: e.currentTarget.checked }, false)} />
      )}
      {SIDES.map((side) => {
        const r = ratings?.find((x) => x.side === side);
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

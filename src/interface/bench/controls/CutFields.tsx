'use client';
// Cut out: the subject alone. A first guess by itself, then strokes that keep or remove, and what the edge is like.
import { Button, Group, Loader, SegmentedControl, Stack, Switch, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconScissors } from '@tabler/icons-react';
import { useEffect } from 'react';
import { create } from 'zustand';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { CutStroke } from '../../../core/photo/cut-out';
import type { PackedMask } from '../../../core/photo/mask';
import type { Cut } from '../../../core/values/photo';
import { MOST_STROKES } from '../../../core/values/plain';
import { solverWorkers } from '../../../workers/clients';
import { api, inWords } from '../../shared/api';
import { change } from '../commands';
import { currentSlide, useBench } from '../store';
import { Amount } from './Amount';

interface Brush {
  /** The photo that is painted on. */
  layer: string | null;
  keep: boolean;
  /** Diameter as a share of the photo's longer side. */
  size: number;
  busy: boolean;
}
export const useBrush = create<Brush>(() => ({ layer: null, keep: false, size: 0.04, busy: false }));

let asked = 0;
/** Strokes whose mask is not there yet, in the order they were drawn: the next question takes them along. */
let waiting: { layer: string; strokes: CutStroke[] } = { layer: '', strokes: [] };
export function cancelCut(): void {
  asked++;
  waiting = { layer: '', strokes: [] };
  useBrush.setState({ busy: false });
}

const layerNow = (id: string): PhotoLayer | undefined =>
  currentSlide(useBench.getState()).layers.find((l): l is PhotoLayer => l.id === id && l.kind === 'photo');

/** The mask as it stands in the document: a stored picture; its bytes while the server cannot take it. */
async function storedMask({ packed, png }: { packed: PackedMask; png: Blob }): Promise<Cut['mask']> {
  try {
    return { width: packed.width, height: packed.height, asset: (await api.keepMask(png)).id };
  } catch {
    return packed;
  }
}

/**
 * Finds the mask for strokes and puts both into the document, as one step. @param strokes given what is there and what
 * waits
 */
async function solve(id: string, strokes: (there: readonly CutStroke[]) => CutStroke[], label: string): Promise<void> {
  const layer = layerNow(id),
    mine = ++asked;
  if (!layer) return;
  useBrush.setState({ busy: true });
  try {
    for (;;) {
      const there = layerNow(id)?.cut?.strokes,
        wanted = strokes(there ?? []);
      const found = await solverWorkers().at(-1)!.cutOut(layer.asset, wanted);
      // A newer question has this one's strokes; the photo may have been replaced, or taken away, meanwhile.
      if (mine !== asked || !found || layerNow(id)?.asset !== layer.asset) return;
      const mask = await storedMask(found);
      if (mine !== asked) return;
      // Undone or changed while it was solved: once more, from what is there now.
      if (layerNow(id)?.cut?.strokes !== there) continue;
      change<PhotoLayer>(
        label,
        [id],
        (l) => void (l.cut = { ...(l.cut ?? { softness: 0, shift: 0, clean: 0.8 }), on: true, mask, strokes: wanted }),
      );
      return;
    }
  } catch (e) {
    if (mine === asked) notifications.show({ color: 'amber', ...inWords(e) });
  } finally {
    if (mine === asked) cancelCut();
  }
}

/** Cuts out by itself, without strokes. */
export function cutAnew(id: string, label: string): Promise<void> {
  cancelCut();
  return solve(id, () => [], label);
}

/** Adds a stroke; those drawn while one is being solved are solved with it. */
export async function addStroke(id: string, stroke: CutStroke): Promise<void> {
  if (waiting.layer !== id) waiting = { layer: id, strokes: [] };
  if ((layerNow(id)?.cut?.strokes.length ?? 0) + waiting.strokes.length >= MOST_STROKES) {
    notifications.show({
      color: 'amber',
      title: `A cut-out has at most ${MOST_STROKES} strokes`,
      message: 'Those that are there stay. Undo some, or begin with the first guess again.',
    });
    return;
  }
  waiting.strokes.push(stroke);
  const all = [...waiting.strokes];
  await solve(id, (there) => [...there, ...all], stroke.keep ? 'Keep' : 'Remove');
}

export function CutFields({ layer }: { layer: PhotoLayer }) {
  const { layer: painting, keep, size, busy } = useBrush();
  const cut = layer.cut;
  useEffect(() => () => useBrush.setState({ layer: null }), [layer.id]);
  const set = (values: Partial<Cut>, merge = true): void =>
    change<PhotoLayer>(
      'Cut out',
      [layer.id],
      (l) => void (l.cut && (l.cut = { ...l.cut, ...values })),
      merge ? `cut:${layer.id}` : null,
    );
  const waiting = busy && (
    <Group gap={8} role="status">
      <Loader size={14} />
      <Text fz="xs">Parting the subject from its surroundings</Text>
      <Button size="compact-xs" variant="subtle" onClick={cancelCut}>
        Cancel
      </Button>
    </Group>
  );
  if (!cut)
    return (
      <Stack gap={6}>
        <Text fz="xs" c="dimmed">
          Leaves only the subject of this photo, so that something else can lie behind it. The photo itself stays as it
          is.
        </Text>
        {waiting || (
          <Button
            size="xs"
            variant="default"
            leftSection={<IconScissors size={14} />}
            onClick={() => void cutAnew(layer.id, 'Cut out')}
          >
            Cut out the subject
          </Button>
        )}
      </Stack>
    );
  const on = painting === layer.id;
  return (
    <Stack gap={6}>
      <Switch size="xs" label="On" checked={cut.on} onChange={(e) => set({ on: e.currentTarget.checked }, false)} />
      <Button
        size="xs"
        variant={on ? 'filled' : 'default'}
        aria-pressed={on}
        onClick={() => useBrush.setState({ layer: on ? null : layer.id })}
      >
        {on ? 'Done painting' : 'Paint on the stage'}
      </Button>
      {on && (
        <>
          <SegmentedControl
            fullWidth
            aria-label="What a stroke does"
            value={keep ? 'keep' : 'remove'}
            onChange={(v) => useBrush.setState({ keep: v === 'keep' })}
            data={[
              { value: 'keep', label: 'Keep' },
              { value: 'remove', label: 'Remove' },
            ]}
          />
          <Amount
            label="Brush"
            value={Math.round(size * 1000) / 10}
            min={0.5}
            max={20}
            step={0.5}
            decimals={1}
            onChange={(v) => useBrush.setState({ size: v / 100 })}
          />
        </>
      )}
      {waiting}
      <Text fz="xs" c="dimmed">
        {cut.strokes.length
          ? `${cut.strokes.length} ${cut.strokes.length === 1 ? 'stroke' : 'strokes'} over the first guess.`
          : 'This is the first guess.'}
      </Text>
      <Amount
        label="Soft edge"
        suffix=" ‰"
        value={cut.softness}
        min={0}
        max={50}
        step={0.5}
        decimals={1}
        onChange={(v) => set({ softness: v })}
      />
      <Amount
        label="Edge moved"
        suffix=" ‰"
        value={cut.shift}
        min={-20}
        max={20}
        step={0.5}
        decimals={1}
        onChange={(v) => set({ shift: v })}
      />
      <Amount label="Clean rim" value={Math.round(cut.clean * 100)} onChange={(v) => set({ clean: v / 100 })} />
      <Group gap={6}>
        <Button
          size="compact-xs"
          variant="default"
          disabled={!cut.strokes.length || busy}
          onClick={() => void cutAnew(layer.id, 'First guess again')}
        >
          First guess again
        </Button>
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => change<PhotoLayer>('Whole photo', [layer.id], (l) => void (l.cut = null))}
        >
          Whole photo
        </Button>
      </Group>
    </Stack>
  );
}

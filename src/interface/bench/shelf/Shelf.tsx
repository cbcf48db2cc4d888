'use client';
// What was made before, beside the stage: parts on the shelf of the campaign, and parts of any other piece. Pressed, or
// dragged onto the stage, they land where they belong.
import {
  ActionIcon,
  Button,
  Checkbox,
  Drawer,
  Group,
  Loader,
  SegmentedControl,
  Stack,
  Text,
  UnstyledButton,
} from '@mantine/core';
import { IconArrowLeft, IconPencil, IconTrash } from '@tabler/icons-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import { api, type PieceInfo, type StoredPiece } from '../../shared/api';
import { More } from '../../shared/More';
import { usePages } from '../../shared/pages';
import { RenameField } from '../../shared/RenameField';
import { SearchField } from '../../shared/SearchField';
import { showUndo } from '../../shared/undo-notice';
import { Thumbnail } from '../../shared/Thumbnail';
import { wentWrong } from '../../shared/went-wrong';
import type { Part } from '../../../core/piece/part';
import { useBench } from '../state/store';
import { useDraggedPart } from './dragging';
import { layFromShelf, layPart, partFrom, useShelf, watchShelf } from './keeping';
import css from './Shelf.module.css';

export function Shelf({ onClose }: { onClose: () => void }) {
  const [from, setFrom] = useState('shelf'),
    over = useShelf((s) => s.over);
  useEffect(watchShelf, []);
  return (
    <Drawer
      opened
      onClose={onClose}
      position="right"
      size={360}
      title="What was made before"
      withOverlay={false}
      trapFocus={false}
      lockScroll={false}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <div data-beside data-shelf={from === 'shelf' || undefined} data-over={over || undefined} className={css.room}>
        <SegmentedControl
          fullWidth
          mb="sm"
          aria-label="Where parts come from"
          value={from}
          onChange={setFrom}
          data={[
            { value: 'shelf', label: 'On the shelf' },
            { value: 'piece', label: 'In another piece' },
          ]}
        />
        {from === 'shelf' ? <Parts /> : <OtherPiece />}
      </div>
    </Drawer>
  );
}

function Parts() {
  const campaign = useBench((s) => s.campaign),
    [search, setSearch] = useState(''),
    [renaming, setRenaming] = useState<string | null>(null),
    ask = useCallback(
      (at: { cursor?: string; search?: string }, signal: AbortSignal) => api.parts(campaign, at, signal),
      [campaign],
    ),
    pages = usePages(ask, search),
    changes = useShelf((s) => s.changes),
    seen = useRef(changes),
    { reload } = pages,
    { drag, dragged, ghost } = useDraggedPart();
  useEffect(() => {
    if (seen.current === changes) return;
    seen.current = changes;
    reload();
  }, [changes, reload]);
  const rename = (id: string, name: string, before: string): void => {
    setRenaming(null);
    const wanted = name.trim();
    if (!wanted || wanted === before) return;
    const set = (to: string): void => pages.change((all) => all.map((p) => (p.id === id ? { ...p, name: to } : p)));
    set(wanted);
    api.renamePart(id, wanted).catch((e: unknown) => {
      set(before);
      wentWrong(e);
    });
  };
  const remove = async (id: string, name: string): Promise<void> => {
    try {
      // Kept until the notice has gone: it comes back as it was.
      const { part } = await api.part(id);
      await api.removePart(id);
      pages.change((all) => all.filter((p) => p.id !== id));
      showUndo(`${name} is off the shelf`, '', async () => {
        await api.keepPart(campaign, name, part as Part);
        pages.reload();
      });
    } catch (e) {
      wentWrong(e);
    }
  };
  return (
    <>
      <SearchField size="xs" mb="sm" what="Search the shelf" value={search} onChange={setSearch} data-autofocus />
      {!pages.items && !pages.error && <Loader size="sm" />}
      {pages.items?.length === 0 && (
        <Text fz="sm" c="dimmed">
          {search.trim()
            ? 'No part is called so.'
            : 'Nothing is here yet. Drag a layer here, or use “Keep on the shelf” in its menu: it is there for every piece of the campaign.'}
        </Text>
      )}
      <div className={css.parts}>
        {pages.items?.map((p) => (
          <div key={p.id} className={css.part} data-part={p.name}>
            <UnstyledButton
              aria-label={`Lay ${p.name}`}
              onPointerDown={(e) => drag(e, `/api/parts/${p.id}/render`, (at) => void layFromShelf(p.id, at))}
              onClick={() => dragged() || void layFromShelf(p.id)}
            >
              {/* eslint-disable-next-line @next/next/no-img-element -- painted by our own server at this size */}
              <img src={`/api/parts/${p.id}/render`} alt="" loading="lazy" draggable={false} />
            </UnstyledButton>
            {renaming === p.id ? (
              <RenameField name={p.name} onDone={(name) => rename(p.id, name, p.name)} />
            ) : (
              <Group gap={0} wrap="nowrap" justify="space-between">
                <Text fz="sm" truncate>
                  {p.name}
                </Text>
                <Group gap={0} wrap="nowrap">
                  <ActionIcon size="sm" aria-label={`Rename ${p.name}`} onClick={() => setRenaming(p.id)}>
                    <IconPencil size={13} />
                  </ActionIcon>
                  <ActionIcon
                    size="sm"
                    aria-label={`Take ${p.name} off the shelf`}
                    onClick={() => void remove(p.id, p.name)}
                  >
                    <IconTrash size={13} />
                  </ActionIcon>
                </Group>
              </Group>
            )}
          </div>
        ))}
      </div>
      <More of={pages} />
      {ghost}
    </>
  );
}

const askPieces = (at: { cursor?: string; search?: string }, signal: AbortSignal) => api.pieces(at, signal);

function OtherPiece() {
  const here = useBench((s) => s.id),
    [search, setSearch] = useState(''),
    [opened, setOpened] = useState<StoredPiece | null>(null),
    pages = usePages(askPieces, search);
  const open = async (piece: PieceInfo): Promise<void> => {
    try {
      setOpened(await api.piece(piece.id));
    } catch (e) {
      wentWrong(e);
    }
  };
  if (opened) return <PartsOf of={opened} onBack={() => setOpened(null)} />;
  return (
    <>
      <SearchField size="xs" mb="sm" what="Search pieces" value={search} onChange={setSearch} data-autofocus />
      {!pages.items && !pages.error && <Loader size="sm" />}
      <div className={css.parts}>
        {pages.items
          ?.filter((p) => p.id !== here && !p.damaged)
          .map((p) => (
            <UnstyledButton key={p.id} className={css.part} data-other={p.id} onClick={() => void open(p)}>
              <Thumbnail of={p} side={320} />
              <Text fz="sm" truncate>
                {p.name}
              </Text>
            </UnstyledButton>
          ))}
      </div>
      <More of={pages} />
    </>
  );
}

/** The layers of another piece, slide by slide, to take some of. */
function PartsOf({ of: { id, look, piece }, onBack }: { of: StoredPiece; onBack: () => void }) {
  const [at, setAt] = useState(0),
    [chosen, setChosen] = useState<ReadonlySet<string>>(new Set()),
    slide = piece.slides[at],
    layers = [...slide.layers].reverse();
  const toggle = (layer: Layer): void =>
    setChosen((before) => {
      const next = new Set(before);
      if (!next.delete(layer.id)) next.add(layer.id);
      return next;
    });
  const take = (): void => {
    const wanted = slide.layers.filter((l) => chosen.has(l.id));
    if (wanted.length) void layPart(partFrom(piece, slide, wanted)).catch(wentWrong);
  };
  return (
    <Stack gap="xs">
      <Group gap="xs" wrap="nowrap">
        <ActionIcon aria-label="Other pieces" onClick={onBack}>
          <IconArrowLeft size={16} />
        </ActionIcon>
        <Text fw={700} truncate>
          {piece.name}
        </Text>
      </Group>
      <Thumbnail className={css.whole} of={{ id, look, sizes: piece.sizes }} side={320} slide={at + 1} />
      {piece.slides.length > 1 && (
        <Group gap={4}>
          {piece.slides.map((s, i) => (
            <Button
              key={s.id}
              size="compact-xs"
              variant={i === at ? 'light' : 'default'}
              aria-pressed={i === at}
              aria-label={`Slide ${i + 1}`}
              onClick={() => {
                setAt(i);
                setChosen(new Set());
              }}
            >
              {i + 1}
            </Button>
          ))}
        </Group>
      )}
      <Stack gap={9}>
        {layers.map((l) => (
          <Checkbox key={l.id} size="sm" label={l.name} checked={chosen.has(l.id)} onChange={() => toggle(l)} />
        ))}
      </Stack>
      <Button size="xs" disabled={!chosen.size} onClick={take}>
        {chosen.size > 1 ? `Take these ${chosen.size}` : 'Take this'}
      </Button>
    </Stack>
  );
}

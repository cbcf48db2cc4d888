'use client';
// The sizes of the piece: which one is worked on, and adding, renaming, taking away.
import {
  ActionIcon,
  Badge,
  Button,
  Group,
  Popover,
  Select,
  Stack,
  Switch,
  Text,
  TextInput,
  Tooltip,
} from '@mantine/core';
import {
  IconArrowBarToUp,
  IconArrowsHorizontal,
  IconLayoutBoard,
  IconRefresh,
  IconResize,
  IconTrash,
} from '@tabler/icons-react';
import { useState } from 'react';
import { DESTINATIONS } from '../../core/piece/destinations';
import type { Size } from '../../core/piece/schema';
import { couldBeShow } from '../../core/piece/slideshow';
import {
  addDestination,
  addOwnSize,
  layOutAnew,
  remove,
  rename,
  roomForSize,
  setSection,
  toBase,
} from './commands/sizes';
import { OwnSize } from '../shared/OwnSize';
import { Sheet } from './slides/Sheet';
import { measureWidths, messageSlide, stopWidths } from './measuring/widths';
import { chartCode, Widths } from './slides/Widths';
import { useBench } from './state/store';
import css from './TopBar.module.css';

/** What was pressed is gone: the focus stays in the list. */
const keepFocus = (): void =>
  void setTimeout(() => document.querySelector<HTMLElement>('[data-piece-size] input')?.focus(), 0);

function Row({ size, base, only }: { size: Size; base: boolean; only: boolean }) {
  const here = useBench((s) => s.sizeId === size.id);
  return (
    <Group gap={4} wrap="nowrap" data-piece-size={size.id} data-here={here || undefined}>
      <TextInput
        key={size.name}
        size="xs"
        flex={1}
        aria-label={`Name of ${size.name}`}
        defaultValue={size.name}
        onBlur={(e) => rename(size.id, e.currentTarget.value)}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      <Text fz="xs" c="dimmed" w={78} ta="right">
        {size.width} × {size.height}
      </Text>
      {base ? (
        <Tooltip label="All lengths are kept in its pixels; other sizes follow it">
          <Badge size="sm" variant="light" radius="sm" w={52} tt="none">
            Base
          </Badge>
        </Tooltip>
      ) : (
        <>
          <Tooltip label="Lay it out anew: what it has of its own is let go">
            <ActionIcon size="sm" aria-label={`Lay ${size.name} out anew`} onClick={() => void layOutAnew(size)}>
              <IconRefresh size={14} />
            </ActionIcon>
          </Tooltip>
          <Tooltip label="Make it the base: every size looks as it does">
            <ActionIcon size="sm" aria-label={`Make ${size.name} the base`} onClick={() => (toBase(size), keepFocus())}>
              <IconArrowBarToUp size={14} />
            </ActionIcon>
          </Tooltip>
        </>
      )}
      <Tooltip label="Take it away, with what it has of its own">
        <ActionIcon
          size="sm"
          aria-label={`Take ${size.name} away`}
          disabled={only}
          onClick={() => (remove(size), keepFocus())}
        >
          <IconTrash size={14} />
        </ActionIcon>
      </Tooltip>
    </Group>
  );
}

/** Choosing the size that is worked on, and the list of all. */
export function Sizes() {
  const sizes = useBench((s) => s.piece.sizes),
    sizeId = useBench((s) => s.sizeId),
    section = useBench((s) => s.piece.section !== null),
    couldBe = useBench((s) => couldBeShow(s.piece));
  const [open, setOpen] = useState(false),
    [sheet, setSheet] = useState(false),
    [widths, setWidths] = useState(false),
    [busy, setBusy] = useState(false);
  /** Who opens the list of a section may ask for its widths: they are begun meanwhile. */
  const unfold = (unfolded: boolean): void => {
    setOpen(unfolded);
    if (!section) return;
    if (!unfolded) return stopWidths();
    void chartCode().catch(() => {});
    const { piece, slideId } = useBench.getState();
    measureWidths(piece, messageSlide(piece, slideId));
  };
  const adding = async (run: () => Promise<boolean>): Promise<void> => {
    setBusy(true);
    await run();
    setBusy(false);
  };
  return (
    <Group gap={4} wrap="nowrap">
      <Select
        size="xs"
        className={css.size}
        data-only={sizes.length === 1 || undefined}
        aria-label="Size of the piece"
        allowDeselect={false}
        value={sizeId}
        data={sizes.map((s) => ({ value: s.id, label: `${s.name}, ${s.width} × ${s.height}` }))}
        onChange={(v) => v && useBench.setState({ sizeId: v })}
      />
      <Popover opened={open} onChange={unfold} position="bottom-end" width={380} trapFocus>
        <Popover.Target>
          <Tooltip label="Sizes of the piece: add, rename, take away">
            <ActionIcon aria-label="Sizes" aria-expanded={open} onClick={() => unfold(!open)}>
              <IconResize size={17} />
            </ActionIcon>
          </Tooltip>
        </Popover.Target>
        <Popover.Dropdown>
          <Stack gap={8}>
            {sizes.map((s, i) => (
              <Row key={s.id} size={s} base={i === 0} only={sizes.length === 1} />
            ))}
            <Button
              size="xs"
              variant="light"
              leftSection={<IconLayoutBoard size={15} />}
              onClick={() => {
                setOpen(false);
                setSheet(true);
              }}
            >
              The sheet: all of them on one page
            </Button>
            <Switch
              size="xs"
              label="Section of a web page: it runs on between these widths"
              checked={section}
              disabled={!section && !couldBe}
              description={
                section || couldBe ? undefined : 'A section has one message: other slides hold texts or overlays too'
              }
              onChange={(e) => setSection(e.currentTarget.checked)}
            />
            {section && (
              <Button
                size="xs"
                variant="light"
                leftSection={<IconArrowsHorizontal size={15} />}
                onClick={() => {
                  setOpen(false);
                  setWidths(true);
                }}
              >
                Every width, from 320 to 2560 px
              </Button>
            )}
            <Select
              size="xs"
              label="Add a size"
              placeholder={roomForSize() ? 'Where it will be shown' : 'There are as many as there may be'}
              disabled={busy || !roomForSize()}
              value={null}
              comboboxProps={{ withinPortal: false }}
              data={DESTINATIONS.map((d) => ({ value: d.id, label: `${d.name}, ${d.width} × ${d.height}` }))}
              onChange={(d) => d && void adding(() => addDestination(d))}
            />
            <OwnSize
              label="Add"
              busy={busy}
              disabled={!roomForSize()}
              onTake={(width, height) => void adding(() => addOwnSize(width, height))}
            />
            <Text fz="xs" c="dimmed">
              Words, pictures, colours and order are the same in all sizes. Places, type, lines, padding, zoom, room and
              strengths may differ: over the controls one says for which sizes they are set.
            </Text>
          </Stack>
        </Popover.Dropdown>
      </Popover>
      {widths && <Widths onClose={() => setWidths(false)} />}
      {sheet && <Sheet onClose={() => setSheet(false)} />}
    </Group>
  );
}

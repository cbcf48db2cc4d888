'use client';
// A pattern: its tile chosen from pictures in the present colours, colours, scale, angle, weight, and how visible it
// is.
import {
  Button,
  Checkbox,
  FileButton,
  Group,
  Popover,
  ScrollArea,
  SimpleGrid,
  Text,
  TextInput,
  Tooltip,
  UnstyledButton,
} from '@mantine/core';
import { IconChevronDown, IconSearch } from '@tabler/icons-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { tileById, TILES } from '../../../core/pattern/catalogue';
import type { Pattern } from '../../../core/values/fill';
import { latest, stageWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { NumberField } from '../../shared/NumberField';
import { uploadTile } from '../commands/adding';
import { settle, useBench } from '../state/store';
import { Amount, byRoot } from './Amount';
import { ColourField } from './ColourField';
import css from './PatternField.module.css';

const SIDE = 48;
const ask = latest((patterns: Pattern[], side: number) =>
  stageWorker().patterns(patterns, useBench.getState().piece.swatches, side),
);

interface Props {
  pattern: Pattern;
  onChange: (pattern: Pattern, merge: boolean) => void;
  /** Shows a pattern on the stage without choosing it; null shows the chosen one again. */
  onLook: (pattern: Pattern | null) => void;
}

/** All tiles in the colours, weight and scale that are set now. */
function Picker({ pattern, onChange, onLook }: Props) {
  const [search, setSearch] = useState('');
  const canvases = useRef(new Map<string, HTMLCanvasElement>());
  const shown = useMemo(
    () => TILES.filter((t) => `${t.name} ${t.group}`.toLowerCase().includes(search.trim().toLowerCase())),
    [search],
  );
  const { foreground, background, weight } = pattern;
  useEffect(() => {
    // Large tiles are shown smaller, so that one sees what repeats.
    const patterns = shown.map((t): Pattern => ({
      ...pattern,
      tile: t.id,
      opacity: 1,
      scale: Math.min(1, 40 / Math.max(t.width, t.height)),
      angle: 0,
      offset: { x: 0, y: 0 },
      foreground,
      background,
      weight,
    }));
    return asking(ask(patterns, SIDE * 2), (made) =>
      shown.forEach((t, i) =>
        canvases.current.get(t.id)?.getContext('bitmaprenderer')?.transferFromImageBitmap(made[i]),
      ),
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only what shows in the small pictures
  }, [shown, foreground, background, weight]);
  const groups = [...new Set(shown.map((t) => t.group))];
  return (
    <>
      <TextInput
        size="xs"
        leftSection={<IconSearch size={13} />}
        placeholder="Search patterns"
        aria-label="Search patterns"
        value={search}
        onChange={(e) => setSearch(e.currentTarget.value)}
        mb={6}
        data-autofocus
      />
      <ScrollArea h={380} type="auto" offsetScrollbars onPointerLeave={() => onLook(null)}>
        {groups.map((g) => (
          <div key={g}>
            <Text fz="xs" c="dimmed" mt={4}>
              {g}
            </Text>
            <div className={css.tiles}>
              {shown
                .filter((t) => t.group === g)
                .map((t) => (
                  <Tooltip key={t.id} label={t.name}>
                    <UnstyledButton
                      className={css.tile}
                      data-tile={t.id}
                      data-current={pattern.tile === t.id || undefined}
                      aria-label={t.name}
                      onPointerEnter={() => onLook({ ...pattern, tile: t.id })}
                      onFocus={(e) => e.target.matches(':focus-visible') && onLook({ ...pattern, tile: t.id })}
                      onClick={() => onChange({ ...pattern, tile: t.id }, false)}
                    >
                      <canvas
                        width={SIDE * 2}
                        height={SIDE * 2}
                        ref={(el) => {
                          if (el) canvases.current.set(t.id, el);
                        }}
                      />
                    </UnstyledButton>
                  </Tooltip>
                ))}
            </div>
          </div>
        ))}
        {shown.length === 0 && (
          <Text fz="xs" c="dimmed">
            No pattern has that name.
          </Text>
        )}
      </ScrollArea>
    </>
  );
}

export function PatternField({ pattern, onChange, onLook }: Props) {
  const [open, setOpen] = useState(false);
  const set =
    <K extends keyof Pattern>(key: K) =>
    (value: Pattern[K]): void =>
      onChange({ ...pattern, [key]: value }, true);
  const own = typeof pattern.tile !== 'string';
  return (
    <div className={css.field}>
      <Group gap={6} wrap="nowrap">
        <Popover
          opened={open}
          onChange={(o) => {
            setOpen(o);
            if (!o) onLook(null);
          }}
          position="left-start"
          width={326}
          trapFocus
          withinPortal
        >
          <Popover.Target>
            <Button
              size="compact-sm"
              variant="default"
              flex={1}
              justify="space-between"
              rightSection={<IconChevronDown size={13} />}
              onClick={() => setOpen((o) => !o)}
              aria-label="Choose a pattern"
            >
              {typeof pattern.tile === 'string' ? tileById(pattern.tile).name : 'Tile of your own'}
            </Button>
          </Popover.Target>
          <Popover.Dropdown p={10}>
            <Picker pattern={pattern} onLook={onLook} onChange={(p, m) => (onLook(null), onChange(p, m))} />
          </Popover.Dropdown>
        </Popover>
        <FileButton
          accept="image/svg+xml"
          inputProps={{ 'data-testid': 'tile-file' } as never}
          onChange={(file) =>
            file && void uploadTile(file, (asset) => onChange({ ...pattern, tile: { asset } }, false))
          }
        >
          {(props) => (
            <Tooltip label="Repeat a drawing of your own; it takes the foreground colour">
              <Button {...props} size="compact-sm" variant="default">
                SVG
              </Button>
            </Tooltip>
          )}
        </FileButton>
      </Group>
      <ColourField label="Foreground" alpha value={pattern.foreground} onChange={set('foreground')} />
      <Group gap={8} align="flex-end" wrap="nowrap">
        <Checkbox
          size="xs"
          mb={7}
          label="Background"
          checked={pattern.background !== null}
          onChange={(e) => onChange({ ...pattern, background: e.currentTarget.checked ? '#f4efe6' : null }, false)}
        />
        {pattern.background !== null && (
          <ColourField label="Background" alpha compact value={pattern.background} onChange={set('background')} />
        )}
      </Group>
      <Amount
        label="Pattern opacity"
        value={pattern.opacity * 100}
        decimals={1}
        scale={byRoot(100)}
        onChange={(v) => set('opacity')(v / 100)}
      />
      <Amount
        label="Scale"
        value={pattern.scale * 100}
        min={5}
        max={2000}
        scale={{ to: (v) => Math.log(v / 5) / Math.log(400), from: (s) => 5 * 400 ** s }}
        onChange={(v) => set('scale')(v / 100)}
      />
      <SimpleGrid cols={4} spacing={6}>
        <NumberField
          label="Angle"
          value={pattern.angle}
          min={-360}
          max={360}
          decimalScale={1}
          suffix="°"
          onChange={set('angle')}
          onSettle={settle}
        />
        <NumberField
          label="Weight"
          value={pattern.weight}
          min={0.1}
          max={8}
          step={0.1}
          decimalScale={2}
          suffix=" x"
          disabled={own}
          onChange={set('weight')}
          onSettle={settle}
        />
        <NumberField
          label="Along"
          value={pattern.offset.x * 100}
          min={-1000}
          max={1000}
          suffix=" %"
          onChange={(x) => set('offset')({ ...pattern.offset, x: x / 100 })}
          onSettle={settle}
        />
        <NumberField
          label="Down"
          value={pattern.offset.y * 100}
          min={-1000}
          max={1000}
          suffix=" %"
          onChange={(y) => set('offset')({ ...pattern.offset, y: y / 100 })}
          onSettle={settle}
        />
      </SimpleGrid>
    </div>
  );
}

'use client';
// A colour: typed or pasted as hex, taken from the photo, the slide or a picker, or picked from the picture with the loupe.
import { ActionIcon, ColorPicker, Group, Popover, Text, TextInput, Tooltip, UnstyledButton } from '@mantine/core';
import { IconColorPicker } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import { parseHex, toHex } from '../../../core/colour/srgb';
import { hexOf } from '../../../core/piece/resolve';
import type { Colour, Layer } from '../../../core/piece/schema';
import { usePalette } from '../../shared/assets';
import { usePanelPiece } from '../panel-piece';
import { settle, useBench } from '../store';
import { topPhoto } from '../treatment';
import css from './ColourField.module.css';

interface Props {
  label: string;
  value: Colour;
  onChange: (hex: string) => void;
  /** Shows the darkened, greyed versions first: the field is for a tint. */
  forTint?: boolean;
}

function coloursIn(layers: readonly Layer[], hex: (c: Colour) => string): string[] {
  return [...new Set(layers.flatMap((l) => (l.kind === 'text' || l.kind === 'fill' ? [hex(l.fill.colour)] : l.kind === 'tint' ? [hex(l.colour)] : [])))];
}

export function ColourField({ label, value, onChange, forTint = false }: Props) {
  const piece = usePanelPiece();
  const hex = hexOf(value, piece);
  const [typed, setTyped] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const found = usePalette(open ? asset : null);
  const used = useMemo(() => (open ? coloursIn(piece.slides.flatMap((s) => s.layers), (c) => hexOf(c, piece)) : []), [open, piece]);
  const wrong = typed !== null && parseHex(typed) === null;

  const commit = (): void => {
    const c = typed === null ? null : parseHex(typed);
    if (c) onChange(toHex(c.r, c.g, c.b, c.a));
    setTyped(null);
    settle();
  };
  const pick = (): void => {
    setOpen(false);
    useBench.setState({
      picking: {
        take: (h) => {
          onChange(h);
          settle();
        },
      },
    });
  };
  const swatch = (colour: string, name: string) => (
    <Tooltip key={`${name}${colour}`} label={`${name}, ${colour}`}>
      <UnstyledButton
        className={css.swatch}
        data-current={colour === hex || undefined}
        style={{ background: colour }}
        aria-label={`${name}, ${colour}`}
        onClick={() => {
          onChange(colour);
          settle();
        }}
      />
    </Tooltip>
  );
  const row = (title: string, swatches: React.ReactNode) => (
    <div>
      <Text fz="xs" c="dimmed">
        {title}
      </Text>
      <div className={css.swatches}>{swatches}</div>
    </div>
  );

  return (
    <div className={css.field}>
      <Text fz="xs" c="dimmed" component="label">
        {label}
      </Text>
      <Group gap={4} wrap="nowrap">
        <Popover opened={open} onChange={setOpen} position="left-start" width={262} trapFocus withinPortal>
          <Popover.Target>
            <UnstyledButton className={css.well} style={{ background: hex }} aria-label={`${label}: ${hex}. Choose`} onClick={() => setOpen((o) => !o)} />
          </Popover.Target>
          <Popover.Dropdown p={10} className={css.drop}>
            {found && found.length > 0 && (
              <>
                {row(forTint ? 'Tints made from the photo' : 'In the photo', found.map((f) => swatch(forTint ? f.tint : f.hex, `${f.role[0].toUpperCase()}${f.role.slice(1)}`)))}
                {row(forTint ? 'In the photo' : 'Tints made from the photo', found.map((f) => swatch(forTint ? f.hex : f.tint, `${f.role[0].toUpperCase()}${f.role.slice(1)}`)))}
              </>
            )}
            {asset && !found && (
              <Text fz="xs" c="dimmed">
                Looking for colours in the photo
              </Text>
            )}
            {row('Plain, and in this piece', [swatch('#000000', 'Black'), swatch('#ffffff', 'White'), ...used.filter((c) => c !== '#000000' && c !== '#ffffff').map((c) => swatch(c, 'In this piece'))])}
            <ColorPicker format="hex" fullWidth size="sm" value={hex.slice(0, 7)} onChange={onChange} onChangeEnd={() => settle()} saturationLabel="Saturation and lightness" hueLabel="Hue" />
          </Popover.Dropdown>
        </Popover>
        <TextInput
          size="xs"
          w={92}
          aria-label={`${label}, hex`}
          value={typed ?? hex}
          error={wrong}
          spellCheck={false}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => {
            const v = e.currentTarget.value;
            setTyped(v);
            const c = parseHex(v);
            // A whole hex counts at once; shorter forms when the field is left, since they may be the beginning of a longer one.
            if (c && /^#?(?:[0-9a-f]{6}|[0-9a-f]{8})$/i.test(v.trim())) onChange(toHex(c.r, c.g, c.b, c.a));
          }}
          onBlur={commit}
          onKeyDown={(e) => e.key === 'Enter' && commit()}
        />
        <Tooltip label="Pick from the picture">
          <ActionIcon aria-label={`${label}: pick from the picture`} onClick={pick}>
            <IconColorPicker size={16} />
          </ActionIcon>
        </Tooltip>
      </Group>
      {wrong && (
        <Text fz="xs" c="amber">
          A colour is written #rrggbb
        </Text>
      )}
    </div>
  );
}

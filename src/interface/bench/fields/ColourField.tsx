'use client';
// A colour: typed or pasted as hex or in parts of a model, taken from swatches, the photo or a picker, or picked from
// the picture with the loupe. A field that is linked to a swatch changes the swatch, and with it all that is linked.
import {
  ActionIcon,
  ColorPicker,
  Group,
  Popover,
  SegmentedControl,
  Text,
  TextInput,
  Tooltip,
  UnstyledButton,
} from '@mantine/core';
import { IconColorPicker, IconLink, IconPlus, IconUnlink } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { type ColourModel, hexOfParts, MODELS, partsOf } from '../../../core/colour/models';
import { contrastOfHex, parseHex, toHex } from '../../../core/colour/srgb';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { coloursUsed } from '../../../core/piece/colours-used';
import { putSwatch } from '../../../core/piece/swatches';
import type { Colour, Swatch } from '../../../core/values/fill';
import { oneLine } from '../../../core/values/plain';
import { hexOf } from '../../../core/values/swatches';
import { usePalette } from '../../shared/assets';
import { NumberField } from '../../shared/NumberField';
import { mainColour, topPhoto } from '../commands/chosen-treatment';
import { useHouse } from '../keeping/house';
import { rememberColour, useRecent } from '../state/recent-colours';
import { currentSlide, edit, settle, shownReading, useBench } from '../state/store';
import { useSwatches } from '../state/swatches';
import css from './ColourField.module.css';

interface Props {
  label: string;
  value: Colour;
  /** A hex, or a swatch to be linked to. */
  onChange: (colour: Colour) => void;
  /** Shows the darkened, greyed versions first: the field is for an overlay. */
  forTint?: boolean;
  /** The colour may be translucent. */
  alpha?: boolean;
  /** A row of its own for the label, or only the well. */
  compact?: boolean;
}

/** Brings a swatch of the house into the piece, so that it can be linked to. */
const bringIn = (swatch: Swatch): void => {
  if (!useBench.getState().piece.swatches.some((s) => s.id === swatch.id))
    edit('Use swatch', (p) => putSwatch(p, { ...swatch, house: true }), 'use-swatch');
};

/** Contrast with the text that the reading is about, unless it is that text's own colour. */
function TextContrast({ hex }: { hex: string }) {
  const text = useBench((s) => {
    const id = shownReading(s)?.layer;
    return s.selection.includes(id ?? '')
      ? undefined
      : currentSlide(s).layers.find((l): l is TextLayer => isText(l) && l.id === id);
  });
  const swatches = useBench((s) => s.piece.swatches);
  if (!text) return null;
  const words = oneLine(text.text);
  const ratio = contrastOfHex(hex, mainColour(text.fill, { swatches }));
  return (
    <Text fz="xs" c="dimmed" data-testid="colour-contrast">
      <b>{ratio.toFixed(1)}</b> against {words.length > 26 ? `${words.slice(0, 25)}…` : words || 'the text'}
    </Text>
  );
}

/** The colour in the parts of a model. */
function Parts({ hex, onChange }: { hex: string; onChange: (hex: string) => void }) {
  const [model, setModel] = useState<ColourModel>('rgb');
  // Hue and chroma of a grey cannot be read from its hex: what was typed last stands while it still means the same
  // colour.
  const [typed, setTyped] = useState<{ hex: string; parts: [number, number, number] } | null>(null);
  const parts = typed?.hex === hex ? typed.parts : partsOf(hex, model);
  return (
    <>
      <SegmentedControl
        fullWidth
        aria-label="Colour model"
        value={model}
        onChange={(v) => {
          setModel(v as ColourModel);
          setTyped(null);
        }}
        data={(Object.keys(MODELS) as ColourModel[]).map((m) => ({ value: m, label: MODELS[m].name }))}
      />
      <Group gap={6} wrap="nowrap">
        {MODELS[model].parts.map(({ name, most, decimals }, i) => (
          <NumberField
            key={name}
            label={name}
            value={parts[i]}
            min={0}
            max={most}
            step={most < 1 ? 0.01 : 1}
            decimalScale={decimals}
            onChange={(v) => {
              const next = parts.map((p, k) => (k === i ? v : p)) as [number, number, number],
                h = hexOfParts(next, model, parseHex(hex)?.a ?? 1);
              setTyped({ hex: h, parts: next });
              onChange(h);
            }}
            onSettle={settle}
          />
        ))}
      </Group>
    </>
  );
}

export function ColourField({ label, value, onChange, forTint = false, alpha = false, compact = false }: Props) {
  const piece = useSwatches();
  const hex = hexOf(value, piece);
  const [typed, setTyped] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const found = usePalette(open ? asset : null);
  const house = useHouse((s) => s.style.swatches);
  const recent = useRecent((s) => s.colours);
  // Asked for only while they are shown, so that other edits do not draw every field again.
  const shown = useBench((s) => (open ? s.piece : null)),
    used = useMemo(() => (shown ? coloursUsed(shown) : []), [shown]);
  const wrong = typed !== null && parseHex(typed) === null;
  const linked = typeof value === 'string' ? null : (piece.swatches.find((s) => s.id === value.swatch) ?? null);
  const swatches = [...piece.swatches, ...house.filter((h) => !piece.swatches.some((s) => s.id === h.id))].filter(
    (s) => s.colour !== undefined,
  );

  /** Another colour: of the swatch where the field is linked, so that all that is linked follows. */
  const set = (next: string): void => {
    const c = parseHex(next);
    if (!c) return;
    const h = toHex(c.r, c.g, c.b, alpha ? c.a : 1);
    if (linked) edit('Change swatch', (p) => putSwatch(p, { ...linked, colour: h }), `swatch:${linked.id}`);
    else onChange(h);
  };
  const done = (): void => {
    rememberColour(hexOf(value, useBench.getState().piece));
    settle();
  };
  const commit = (): void => {
    if (typed !== null && parseHex(typed)) set(typed);
    setTyped(null);
    settle();
  };
  const pick = (): void => {
    setOpen(false);
    useBench.setState({
      picking: {
        take: (h) => {
          set(h);
          rememberColour(h);
          settle();
        },
      },
    });
  };
  const chip = (colour: string, name: string) => (
    <Tooltip key={`${name}${colour}`} label={`${name}, ${colour}`}>
      <UnstyledButton
        className={css.swatch}
        data-current={(!linked && colour === hex) || undefined}
        style={{ background: colour }}
        aria-label={`${name}, ${colour}`}
        onClick={() => {
          onChange(colour);
          rememberColour(colour);
          settle();
        }}
      />
    </Tooltip>
  );
  const row = (title: string, chips: React.ReactNode) => (
    <div>
      <Text fz="xs" c="dimmed">
        {title}
      </Text>
      <div className={css.swatches}>{chips}</div>
    </div>
  );
  const title = (role: string): string => role[0].toUpperCase() + role.slice(1);

  return (
    <div className={css.field}>
      {!compact && (
        <Text fz="xs" c="dimmed" component="label">
          {label}
          {linked && (
            <span className={css.linked}>
              <IconLink size={12} /> {linked.name}
            </span>
          )}
        </Text>
      )}
      <Group gap={4} wrap="nowrap">
        <Popover
          opened={open}
          onChange={setOpen}
          position="left-start"
          width={276}
          trapFocus
          withinPortal
          // What unfolds above may push the well out of sight: who is choosing goes on.
          hideDetached={false}
        >
          <Popover.Target>
            <UnstyledButton
              className={css.well}
              aria-label={`${label}: ${hex}. Choose`}
              onClick={() => setOpen((o) => !o)}
            >
              <i style={{ background: hex }} />
            </UnstyledButton>
          </Popover.Target>
          <Popover.Dropdown p={10} className={css.drop}>
            <div>
              <Text fz="xs" c="dimmed">
                Swatches: what is linked follows
              </Text>
              <div className={css.swatches}>
                {swatches.map((s) => (
                  <Tooltip key={s.id} label={`${s.name}${s.house ? ', house style' : ''}`}>
                    <UnstyledButton
                      className={css.swatch}
                      data-swatch={s.id}
                      data-current={linked?.id === s.id || undefined}
                      style={{ background: s.colour }}
                      aria-label={`Link to ${s.name}`}
                      onClick={() => {
                        bringIn(s);
                        onChange({ swatch: s.id });
                        settle();
                      }}
                    />
                  </Tooltip>
                ))}
                {linked ? (
                  <Tooltip label={`Unlink from ${linked.name}, keep the colour`}>
                    <ActionIcon
                      size={25}
                      variant="default"
                      aria-label={`Unlink from ${linked.name}`}
                      onClick={() => (onChange(hex), settle())}
                    >
                      <IconUnlink size={14} />
                    </ActionIcon>
                  </Tooltip>
                ) : (
                  <Tooltip label="Keep this colour as a swatch">
                    <ActionIcon
                      size={25}
                      variant="default"
                      aria-label="Keep as a swatch"
                      onClick={() => {
                        const id = nanoid(8);
                        edit(
                          'Keep as a swatch',
                          (p) =>
                            putSwatch(p, { id, name: `Colour ${p.swatches.length + 1}`, colour: hex, house: false }),
                          'use-swatch',
                        );
                        onChange({ swatch: id });
                        settle();
                      }}
                    >
                      <IconPlus size={14} />
                    </ActionIcon>
                  </Tooltip>
                )}
              </div>
            </div>
            {found && found.length > 0 && (
              <>
                {row(
                  forTint ? 'Deep versions of the photo’s colours' : 'In the photo',
                  found.map((f) => chip(forTint ? f.tint : f.hex, title(f.role))),
                )}
                {row(
                  forTint ? 'In the photo' : 'Deep versions of the photo’s colours',
                  found.map((f) => chip(forTint ? f.hex : f.tint, title(f.role))),
                )}
              </>
            )}
            {asset && !found && (
              <Text fz="xs" c="dimmed">
                Looking for colours in the photo
              </Text>
            )}
            {row('Plain, and in this piece', [
              chip('#000000', 'Black'),
              chip('#ffffff', 'White'),
              ...used
                .filter((c) => c !== '#000000' && c !== '#ffffff')
                .slice(0, 24)
                .map((c) => chip(c, 'In this piece')),
            ])}
            {recent.length > 0 &&
              row(
                'Used lately',
                recent.map((c) => chip(c, 'Used lately')),
              )}
            <ColorPicker
              format={alpha ? 'hexa' : 'hex'}
              fullWidth
              size="sm"
              value={alpha ? hex : hex.slice(0, 7)}
              onChange={set}
              onChangeEnd={done}
              saturationLabel="Saturation and lightness"
              hueLabel="Hue"
              alphaLabel="Opacity of the colour"
            />
            <Parts hex={hex} onChange={set} />
            <TextContrast hex={hex.slice(0, 7)} />
          </Popover.Dropdown>
        </Popover>
        <TextInput
          size="xs"
          w={alpha ? 98 : 88}
          aria-label={`${label}, hex`}
          data-at-rest={typed === null || undefined}
          value={typed ?? hex}
          error={wrong}
          spellCheck={false}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => {
            const v = e.currentTarget.value;
            setTyped(v);
            // A whole hex counts at once; shorter forms when the field is left, since they may be the beginning of a
            // longer one.
            if (/^#?(?:[0-9a-f]{6}|[0-9a-f]{8})$/i.test(v.trim())) set(v);
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
          A colour is written #rrggbb; the last good one stays
        </Text>
      )}
    </div>
  );
}

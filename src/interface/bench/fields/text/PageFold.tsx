'use client';
// What a text is on a page: plain text, a heading, or a button with its address, its look under the pointer and its
// focus ring.
import { SegmentedControl, Stack, Switch, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { makeButton, type TextLayer } from '../../../../core/kinds/text';
import { accentOf } from '../../../../core/piece/swatches';
import { isLink } from '../../../../core/values/link';
import { HEADINGS } from '../../../../core/values/plain';
import type { ButtonSetting } from '../../../../core/values/text';
import { changeTexts } from '../../commands/texts';
import { useBench } from '../../state/store';
import { ColourField } from '../ColourField';
import { Fold } from '../Folds';

type Role = 'text' | 'button' | NonNullable<TextLayer['heading']>;
const ROLES: { value: Role; label: string }[] = [
  { value: 'text', label: 'Text' },
  ...HEADINGS.map((h) => ({ value: h, label: h.toUpperCase() })),
  { value: 'button', label: 'Button' },
];

const roleOf = ({ heading, button }: TextLayer): Role => (button ? 'button' : (heading ?? 'text'));

function setRole(layer: TextLayer, role: Role): void {
  changeTexts([layer], 'On the page', (l) => {
    if (role === 'button') return makeButton(l, '#', accentOf(useBench.getState().piece));
    l.heading = role === 'text' ? null : role;
    l.button = null;
  });
}

const WRONG = 'An address such as https://…, /tickets, #times, mailto:… or tel:…, without spaces';

/** The address of a link; what is no address is said and not taken. */
function Address({ value, onChange }: { value: string; onChange: (href: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null),
    wrong = typed !== null && !isLink(typed);
  // What is wrong stays as it was typed, so that it can be put right.
  const take = (): void => {
    if (wrong) return;
    if (typed !== null && typed !== value) onChange(typed);
    setTyped(null);
  };
  return (
    <TextInput
      size="xs"
      label="Leads to"
      aria-label="Leads to"
      value={typed ?? value}
      error={wrong && WRONG}
      onChange={(e) => setTyped(e.currentTarget.value.trim())}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** A colour that only counts once it is switched on. */
function Optional({
  label,
  value,
  otherwise,
  onChange,
}: {
  label: string;
  value: ButtonSetting['hover']['ink'];
  otherwise: ButtonSetting['focus']['colour'];
  onChange: (c: ButtonSetting['hover']['ink']) => void;
}) {
  return (
    <Stack gap={4}>
      <Switch
        size="xs"
        label={`${label} changes`}
        checked={value !== null}
        onChange={(e) => onChange(e.currentTarget.checked ? otherwise : null)}
      />
      {value !== null && <ColourField label={label} value={value} onChange={onChange} />}
    </Stack>
  );
}

export function PageFold({ layer }: { layer: TextLayer }) {
  const { button } = layer;
  const set = (values: Partial<ButtonSetting>, merge: string | null = null): void =>
    changeTexts([layer], 'Button', (l) => void (l.button = l.button && { ...l.button, ...values }), merge);
  return (
    <Fold name="page" title="On the page" now={roleOf(layer) !== 'text' && roleOf(layer).toUpperCase()}>
      <Stack gap={8}>
        <SegmentedControl
          size="xs"
          fullWidth
          aria-label="What it is on the page"
          value={roleOf(layer)}
          data={ROLES}
          onChange={(v) => setRole(layer, v as Role)}
        />
        {button ? (
          <>
            <Address value={button.href} onChange={(href) => set({ href })} />
            <Optional
              label="Plate under the pointer"
              value={button.hover.plate}
              otherwise={layer.fill.colour}
              onChange={(plate) => set({ hover: { ...button.hover, plate } }, 'hover-plate')}
            />
            <Optional
              label="Label under the pointer"
              value={button.hover.ink}
              otherwise={layer.fill.colour}
              onChange={(ink) => set({ hover: { ...button.hover, ink } }, 'hover-ink')}
            />
            <ColourField
              label="Focus ring"
              value={button.focus.colour}
              onChange={(colour) => set({ focus: { ...button.focus, colour } }, 'focus')}
            />
            <Text fz="xs" c="dimmed">
              Its plate is the frame look below. It is pressed on the page that is handed over, not here.
            </Text>
          </>
        ) : (
          <Text fz="xs" c="dimmed">
            Programs that read a page aloud go from heading to heading: one H1, then H2 and H3 below it. Without any,
            the largest text is the H1.
          </Text>
        )}
      </Stack>
    </Fold>
  );
}

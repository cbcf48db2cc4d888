'use client';
// Which pieces are shown: narrowed by what there is at all, each narrowing seen and taken away by itself; and their
// order.
import {
  ActionIcon,
  Button,
  Group,
  Pill,
  Popover,
  SegmentedControl,
  Select,
  Stack,
  Switch,
  Text,
  Tooltip,
  UnstyledButton,
} from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { IconArrowsSort, IconFilter, IconLayoutGrid, IconTable } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { destinationById } from '../../core/piece/destinations';
import { api } from '../shared/api';
import { asking } from '../shared/asking';
import { ColourDot } from '../shared/ColourDot';
import { VERDICT_WORD } from '../shared/VerdictMark';
import { dayInWords } from './days';
import css from './Filters.module.css';
import { type Filter, FILTERS, isFiltered, SORT_WORDS, type Wanted } from './wanted';

type There = Awaited<ReturnType<typeof api.traits>>;
interface Props {
  wanted: Wanted;
  total: number;
  onChange: (how: Partial<Wanted>) => void;
}

const VERDICT_WORDS: Record<NonNullable<Wanted['verdict']>, string> = {
  ...VERDICT_WORD,
  none: 'Without words',
  unread: 'Not read yet',
};
const destinationName = (id: string): string => destinationById(id)?.name ?? id;

export function Filters({ wanted, total, onChange }: Props) {
  const [open, setOpen] = useState(false),
    active = FILTERS.filter((f) => wanted[f] !== undefined);
  return (
    <div className={css.bar}>
      <Text fz="sm" c="dimmed" role="status">
        {total === 1 ? '1 piece' : `${total.toLocaleString('en-GB')} pieces`}
      </Text>
      <Group gap={6} className={css.active}>
        {wanted.archived && (
          <Pill size="sm" withRemoveButton onRemove={() => onChange({ archived: undefined })}>
            Archived
          </Pill>
        )}
        {active.map((f) => (
          <Pill
            key={f}
            size="sm"
            withRemoveButton
            removeButtonProps={{ 'aria-label': `Without ${inWords(f, wanted)}` }}
            onRemove={() => onChange({ [f]: undefined })}
          >
            {f === 'colour' && <i className={css.dot} style={{ background: wanted.colour }} />}
            {inWords(f, wanted)}
          </Pill>
        ))}
        {isFiltered(wanted) && (
          <Button
            size="compact-xs"
            variant="subtle"
            onClick={() => onChange({ archived: undefined, ...Object.fromEntries(FILTERS.map((f) => [f, undefined])) })}
          >
            Show all
          </Button>
        )}
      </Group>
      <Popover opened={open} onChange={setOpen} position="bottom-end" width={330} trapFocus>
        <Popover.Target>
          <Button
            size="xs"
            variant={active.length ? 'light' : 'default'}
            leftSection={<IconFilter size={14} />}
            onClick={() => setOpen((o) => !o)}
          >
            Narrow
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <Narrowing wanted={wanted} onChange={onChange} />
        </Popover.Dropdown>
      </Popover>
      <Select
        size="xs"
        w={176}
        aria-label="Order"
        allowDeselect={false}
        checkIconPosition="right"
        data={Object.entries(SORT_WORDS).map(([value, label]) => ({ value, label }))}
        value={wanted.sort}
        onChange={(sort) => sort && onChange({ sort: sort as Wanted['sort'], turned: undefined })}
      />
      <Tooltip label="The other way round">
        <ActionIcon
          aria-label="The other way round"
          aria-pressed={wanted.turned === true}
          variant={wanted.turned ? 'light' : 'subtle'}
          onClick={() => onChange({ turned: wanted.turned ? undefined : true })}
        >
          <IconArrowsSort size={16} />
        </ActionIcon>
      </Tooltip>
      <SegmentedControl
        size="xs"
        aria-label="How pieces are shown"
        value={wanted.view}
        onChange={(view) => onChange({ view: view as Wanted['view'] })}
        data={[
          { value: 'cards', label: <IconLayoutGrid size={15} aria-label="As cards" /> },
          { value: 'table', label: <IconTable size={15} aria-label="As a table" /> },
        ]}
      />
    </div>
  );
}

function inWords(f: Filter, w: Wanted): string {
  switch (f) {
    case 'destination':
      return destinationName(w.destination!);
    case 'verdict':
      return VERDICT_WORDS[w.verdict!];
    case 'photo':
      return 'With a photo';
    case 'from':
      return `From ${dayInWords(w.from!)}`;
    case 'to':
      return `To ${dayInWords(w.to!)}`;
    default:
      return w[f]!;
  }
}

/** By what pieces can be narrowed: what is there, with how many pieces have it. */
function Narrowing({ wanted, onChange }: Pick<Props, 'wanted' | 'onChange'>) {
  const [there, setThere] = useState<There | null>(null),
    { campaign, archived } = wanted;
  useEffect(() => asking(api.traits({ campaign, archived }), setThere, () => {}), [campaign, archived]);
  const choices = (kind: 'destination' | 'font') =>
    (there?.[kind] ?? []).map((f) => ({
      value: f.value,
      label: `${kind === 'destination' ? destinationName(f.value) : f.name} (${f.pieces})`,
    }));
  return (
    <Stack gap="sm">
      <Select
        size="xs"
        label="Destination"
        placeholder="Any"
        clearable
        comboboxProps={{ withinPortal: false }}
        data={choices('destination')}
        value={wanted.destination ?? null}
        onChange={(v) => onChange({ destination: v ?? undefined })}
      />
      <Select
        size="xs"
        label="Weakest text"
        placeholder="Any"
        clearable
        comboboxProps={{ withinPortal: false }}
        data={Object.entries(VERDICT_WORDS).map(([value, label]) => ({ value, label }))}
        value={wanted.verdict ?? null}
        onChange={(v) => onChange({ verdict: (v as Wanted['verdict']) ?? undefined })}
      />
      <Select
        size="xs"
        label="Font"
        placeholder="Any"
        clearable
        searchable
        comboboxProps={{ withinPortal: false }}
        data={choices('font')}
        value={wanted.font ?? null}
        onChange={(v) => onChange({ font: v ?? undefined })}
      />
      <div>
        <Text fz="xs" fw={500} mb={4}>
          Colour
        </Text>
        <Group gap={5}>
          {there?.colour.slice(0, 20).map((c) => (
            <ColourDot
              key={c.value}
              hex={c.value}
              name={`Pieces with ${c.value}`}
              says={`${c.value}, ${inPieces(c.pieces)}`}
              pressed={wanted.colour === c.value}
              onPress={() => onChange({ colour: wanted.colour === c.value ? undefined : c.value })}
            />
          ))}
        </Group>
      </div>
      <div>
        <Text fz="xs" fw={500} mb={4}>
          Photo
        </Text>
        <div className={css.photos}>
          {there?.photo.map((p) => (
            <Tooltip key={p.value} label={`${p.name}, ${inPieces(p.pieces)}`}>
              <UnstyledButton
                aria-label={`Pieces with ${p.name}`}
                aria-pressed={wanted.photo === p.value}
                onClick={() => onChange({ photo: wanted.photo === p.value ? undefined : p.value })}
              >
                {/* eslint-disable-next-line @next/next/no-img-element -- made small by our own server */}
                <img src={`/api/assets/${p.value}?as=thumbnail`} alt="" loading="lazy" />
              </UnstyledButton>
            </Tooltip>
          ))}
        </div>
      </div>
      <Group grow align="flex-end">
        <DayField
          label="Changed from"
          value={wanted.from}
          maxDate={wanted.to}
          onChange={(from) => onChange({ from })}
        />
        <DayField label="to" value={wanted.to} minDate={wanted.from} onChange={(to) => onChange({ to })} />
      </Group>
      <Switch
        size="xs"
        label="Archived pieces instead"
        checked={wanted.archived === true}
        onChange={(e) => onChange({ archived: e.currentTarget.checked || undefined })}
      />
    </Stack>
  );
}

const inPieces = (n: number): string => (n === 1 ? 'in 1 piece' : `in ${n} pieces`);

/** A day, or any. */
function DayField({
  value,
  onChange,
  ...rest
}: {
  label: string;
  value: string | undefined;
  minDate?: string;
  maxDate?: string;
  onChange: (day: string | undefined) => void;
}) {
  return (
    <DatePickerInput
      size="xs"
      placeholder="Any day"
      clearable
      valueFormat="D MMM YYYY"
      popoverProps={{ withinPortal: false }}
      value={value ?? null}
      onChange={(v) => onChange(v ?? undefined)}
      {...rest}
    />
  );
}

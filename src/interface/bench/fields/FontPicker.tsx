'use client';
// Choosing a font: each shown in itself with the text's own words; search, favourites, used lately, pairs, and fonts of
// one's own.
import {
  ActionIcon,
  Button,
  FileButton,
  Group,
  Popover,
  ScrollArea,
  Text,
  TextInput,
  Tooltip,
  UnstyledButton,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconChevronDown, IconHeart, IconHeartFilled, IconSearch, IconTrash, IconUpload } from '@tabler/icons-react';
import { useEffect, useMemo, useState } from 'react';
import { isText } from '../../../core/kinds/layers';
import { FAMILIES, familiesOf, type Family } from '../../../core/type/catalogue';
import { oneLine } from '../../../core/values/plain';
import { inWords } from '../../shared/api';
import { showFace, shownFace } from '../../shared/show-face';
import { addFonts, PAIRS, rememberFont, removeFont, toggleFavourite, useFontHabits, useFonts } from '../state/fonts';
import { currentSlide, useBench } from '../state/store';
import css from './FontPicker.module.css';

const KINDS: Record<Family['kind'], string> = {
  own: 'Your own',
  grotesque: 'Grotesque',
  display: 'Display',
  serif: 'Serif',
  slab: 'Slab',
  script: 'Script',
  mono: 'Mono',
};
function Row({
  family,
  words,
  chosen,
  onChoose,
}: {
  family: Family;
  words: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  const favourite = useFontHabits((s) => s.favourites.includes(family.name));
  const [near, setNear] = useState<HTMLElement | null>(null);
  // Fetched when the row comes into view: there may be many.
  useEffect(() => {
    if (!near) return;
    const watch = new IntersectionObserver(
      (seen) => seen.some((x) => x.isIntersecting) && (void showFace(family.name, [family]), watch.disconnect()),
    );
    watch.observe(near);
    return () => watch.disconnect();
  }, [near, family]);
  return (
    <div className={css.row} ref={setNear} data-chosen={chosen || undefined}>
      <UnstyledButton className={css.choose} data-font={family.name} onClick={onChoose}>
        <small>{family.name}</small>
        <span style={{ fontFamily: `"${shownFace(family.name, [family])}"` }}>{words}</span>
      </UnstyledButton>
      {family.kind === 'own' && (
        <Tooltip label="Take it out of the campaign">
          <ActionIcon
            size="sm"
            aria-label={`Remove the font ${family.name}`}
            onClick={() =>
              void Promise.all(family.faces.map((f) => removeFont(f.id))).catch((e: unknown) =>
                notifications.show({ color: 'amber', ...inWords(e) }),
              )
            }
          >
            <IconTrash size={14} />
          </ActionIcon>
        </Tooltip>
      )}
      <ActionIcon
        size="sm"
        aria-label={`${family.name}: favourite`}
        aria-pressed={favourite}
        onClick={() => toggleFavourite(family.name)}
      >
        {favourite ? <IconHeartFilled size={14} /> : <IconHeart size={14} />}
      </ActionIcon>
    </div>
  );
}

/** Adding fonts: the files, and under which licence they may be used. */
function AddFonts({ onAdded }: { onAdded: (family: string) => void }) {
  const [files, setFiles] = useState<File[]>([]);
  const [licence, setLicence] = useState('');
  const [busy, setBusy] = useState(false);
  const add = async (): Promise<void> => {
    setBusy(true);
    try {
      const added = await addFonts(files, licence.trim());
      setFiles([]);
      onAdded(added[0].family);
    } catch (e) {
      notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  if (!files.length)
    return (
      <FileButton
        multiple
        accept=".ttf,.otf,.ttc,.otc,.woff,.woff2,font/*,font/collection"
        inputProps={{ 'data-testid': 'font-files' } as never}
        onChange={setFiles}
      >
        {(props) => (
          <Button {...props} size="compact-sm" variant="default" leftSection={<IconUpload size={14} />}>
            Add fonts of your own
          </Button>
        )}
      </FileButton>
    );
  return (
    <div className={css.add}>
      <Text fz="xs">{files.map((f) => f.name).join(', ')}</Text>
      <TextInput
        size="xs"
        label="Under which licence may it be used?"
        placeholder="Bought from the foundry, order 1234"
        value={licence}
        onChange={(e) => setLicence(e.currentTarget.value)}
        aria-label="Licence of the font"
        data-autofocus
      />
      <Group gap={6} mt={6}>
        <Button size="compact-sm" loading={busy} disabled={!licence.trim()} onClick={() => void add()}>
          Keep in the campaign
        </Button>
        <Button size="compact-sm" variant="subtle" onClick={() => setFiles([])}>
          Not now
        </Button>
      </Group>
    </div>
  );
}

interface Props {
  /** Null where what is marked has several. */
  value: string | null;
  words: string;
  onChange: (family: string) => void;
}

export function FontPicker({ value, words, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState('');
  const own = useFonts((s) => s.own);
  const { favourites, recent } = useFontHabits();
  const others = useBench((s) =>
    currentSlide(s)
      .layers.flatMap((l) => (isText(l) ? [l.font.family] : []))
      .join('|'),
  );
  const all = useMemo(() => [...familiesOf(own), ...FAMILIES], [own]);
  const missing = value !== null && !all.some((f) => f.name === value);
  const find = (names: readonly string[]): Family[] => names.flatMap((n) => all.find((f) => f.name === n) ?? []);
  const wanted = search.trim().toLowerCase();
  const paired = [
    ...new Set(
      others
        .split('|')
        .filter((f) => f !== value)
        .flatMap((f) => PAIRS[f] ?? []),
    ),
  ].filter((f) => f !== value);
  const kinds = (Object.keys(KINDS) as Family['kind'][]).map((k): [string, Family[]] => [
    KINDS[k],
    all.filter((f) => f.kind === k),
  ]);
  const groups: [string, Family[]][] = wanted
    ? [['Found', all.filter((f) => `${f.name} ${KINDS[f.kind]}`.toLowerCase().includes(wanted))]]
    : [
        ['Favourites', find(favourites)],
        ['Used lately', find(recent)],
        ['Goes well with the other texts', find(paired.slice(0, 4))],
        ...kinds,
      ];
  const shown = oneLine(words).slice(0, 40) || 'Your headline';
  const choose = (family: string): void => {
    rememberFont(family);
    setOpen(false);
    onChange(family);
  };
  return (
    <div className={css.field}>
      <Text fz="xs" c="dimmed">
        Font
      </Text>
      <Popover opened={open} onChange={setOpen} position="left-start" width={330} trapFocus withinPortal>
        <Popover.Target>
          <Button
            size="compact-md"
            h={30}
            variant="default"
            fullWidth
            justify="space-between"
            rightSection={<IconChevronDown size={14} />}
            aria-label={`Font: ${value ?? 'several'}`}
            onClick={() => (setSearch(''), setOpen((o) => !o))}
          >
            {value ?? 'Several'}
          </Button>
        </Popover.Target>
        <Popover.Dropdown p={10}>
          <TextInput
            size="xs"
            leftSection={<IconSearch size={13} />}
            placeholder="Search fonts"
            aria-label="Search fonts"
            value={search}
            onChange={(e) => setSearch(e.currentTarget.value)}
            mb={6}
            data-autofocus
          />
          <ScrollArea h={400} type="auto" offsetScrollbars>
            {groups.map(
              ([title, families]) =>
                families.length > 0 && (
                  <div key={title}>
                    <Text fz="xs" c="dimmed" mt={6}>
                      {title}
                    </Text>
                    {families.map((f) => (
                      <Row
                        key={f.name}
                        family={f}
                        words={shown}
                        chosen={f.name === value}
                        onChoose={() => choose(f.name)}
                      />
                    ))}
                  </div>
                ),
            )}
            {groups.every(([, f]) => f.length === 0) && (
              <Text fz="xs" c="dimmed">
                No font has that name.
              </Text>
            )}
          </ScrollArea>
          <div className={css.foot}>
            <AddFonts onAdded={choose} />
          </div>
        </Popover.Dropdown>
      </Popover>
      {missing && (
        <Text fz="xs" c="amber" data-testid="missing-font">
          {value} is not here and is shown in Archivo. Add its file, or choose another font.
        </Text>
      )}
    </div>
  );
}

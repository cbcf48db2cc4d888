'use client';
// General marks to choose one from: searched by name and meaning.
import { Group, Loader, ScrollArea, Select, Text, UnstyledButton } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { Dialog } from './Dialog';
import { loadMarks, type Mark, marksLike } from './general-marks';
import { SearchField } from './SearchField';
import css from './Marks.module.css';

/** As many as are shown at once: a search shows the others. */
const SHOWN = 240;

export function Marks({ onChoose, onClose }: { onChoose: (mark: Mark) => void; onClose: () => void }) {
  const [all, setAll] = useState<Mark[] | null>(null),
    [failed, setFailed] = useState<string | null>(null),
    [search, setSearch] = useState(''),
    [category, setCategory] = useState<string | null>(null);
  useEffect(() => {
    loadMarks().then(setAll, (e: unknown) => setFailed(e instanceof Error ? e.message : String(e)));
  }, []);
  const found = useMemo(() => marksLike(all ?? [], search, category), [all, search, category]),
    categories = useMemo(() => [...new Set((all ?? []).map((m) => m.category))].sort(), [all]);
  return (
    <Dialog opened onClose={onClose} size={760} title="Marks">
      <Group mb="sm" wrap="nowrap">
        <SearchField
          flex={1}
          what="Search marks"
          placeholder="Search: arrow, pin, clock, star"
          value={search}
          onChange={setSearch}
          data-autofocus
        />
        <Select
          w={180}
          aria-label="Kind of mark"
          placeholder="All kinds"
          clearable
          value={category}
          data={categories}
          onChange={setCategory}
        />
      </Group>
      {failed !== null && <Text c="amber">{failed}</Text>}
      {!all && failed === null && <Loader size="sm" />}
      {all && found.length === 0 && <Text c="dimmed">No mark is called so.</Text>}
      <ScrollArea.Autosize mah="58vh" type="auto" offsetScrollbars>
        <div className={css.grid}>
          {found.slice(0, SHOWN).map((m) => (
            <UnstyledButton key={`${m.category}/${m.name}`} className={css.mark} onClick={() => onChoose(m)}>
              <svg viewBox={`0 0 ${m.width} ${m.height}`} width={30} height={30} aria-hidden>
                <path d={m.d} fill="currentColor" />
              </svg>
              <span>{m.name}</span>
            </UnstyledButton>
          ))}
        </div>
        {found.length > SHOWN && (
          <Text fz="sm" c="dimmed" mt="sm">
            {SHOWN} of {found.length} are shown: a word of the search shows others.
          </Text>
        )}
      </ScrollArea.Autosize>
    </Dialog>
  );
}

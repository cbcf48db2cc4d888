'use client';
// The calendar: what was posted, what waits for its hour, what is due; a day that is due is dragged to another.
import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { ActionIcon, Anchor, Button, Group, Loader, Text, Title, Tooltip } from '@mantine/core';
import { IconCalendarDue, IconChevronLeft, IconChevronRight, IconClock, IconSend } from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import { api, inWords, type PieceInfo } from '../shared/api';
import { PageTop } from '../shared/PageTop';
import { Thumbnail } from '../shared/Thumbnail';
import { DueDay, setDue } from '../start/DueDay';
import css from './Calendar.module.css';
import { dayOf, monthBeside, weeksOf } from './month';

type Entries = Awaited<ReturnType<typeof api.calendar>>;
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const title = (month: string): string =>
  new Date(`${month}-15T00:00:00Z`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });
const hour = (iso: string): string => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

export function CalendarPage() {
  // The month one is in is known in the browser alone.
  const [month, setMonth] = useState<string | null>(null);
  const [entries, setEntries] = useState<Entries | null>(null),
    [error, setError] = useState<string | null>(null),
    [count, setCount] = useState(0),
    [dating, setDating] = useState<PieceInfo | null>(null);
  useEffect(() => {
    const asked = new URLSearchParams(window.location.search).get('month') ?? '';
    // eslint-disable-next-line react-hooks/set-state-in-effect -- what the browser alone knows
    setMonth(/^\d{4}-(?:0[1-9]|1[0-2])$/.test(asked) ? asked : dayOf(new Date().toISOString()).slice(0, 7));
  }, []);
  useEffect(() => {
    if (!month) return;
    window.history.replaceState(window.history.state, '', `/calendar?month=${month}`);
    const going = new AbortController(),
      weeks = weeksOf(month);
    api.calendar(weeks[0][0], weeks.at(-1)![6], going.signal).then(
      (found) => {
        setEntries(found);
        setError(null);
      },
      (e: unknown) => going.signal.aborted || setError(inWords(e).title),
    );
    return () => going.abort();
  }, [month, count]);
  const reload = useCallback(() => setCount((n) => n + 1), []);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const dropped = ({ active, over }: DragEndEvent): void => {
    const piece = entries?.due.find((p) => p.id === active.id),
      day = over && String(over.id);
    if (!piece || !day || day === piece.dueOn) return;
    setEntries((e) => e && { ...e, due: e.due.map((p) => (p.id === piece.id ? { ...p, dueOn: day } : p)) });
    void setDue([piece], day, reload);
  };
  const weeks = month ? weeksOf(month) : [],
    today = dayOf(new Date().toISOString()),
    empty = entries && !entries.posts.length && !entries.due.length;
  return (
    <div>
      <PageTop title="Calendar" back={{ href: '/', name: 'All pieces' }}>
        <span className={css.grow} />
        <Group gap={4}>
          <ActionIcon aria-label="The month before" onClick={() => month && setMonth(monthBeside(month, -1))}>
            <IconChevronLeft size={18} />
          </ActionIcon>
          <Button size="xs" variant="default" onClick={() => setMonth(today.slice(0, 7))}>
            Today
          </Button>
          <ActionIcon aria-label="The month after" onClick={() => month && setMonth(monthBeside(month, 1))}>
            <IconChevronRight size={18} />
          </ActionIcon>
        </Group>
      </PageTop>
      <main className={css.main}>
        <Group justify="space-between" mb={10}>
          <Title order={2} fz={20}>
            {month && title(month)}
          </Title>
          {error ? (
            <Button variant="subtle" size="compact-sm" onClick={reload}>{`${error}. Try again`}</Button>
          ) : !entries ? (
            <Loader size="xs" />
          ) : (
            empty && (
              <Text fz="sm" c="dimmed">
                Nothing this month. “Due on a day” in the menu of a piece puts it here; so does posting it.
              </Text>
            )
          )}
        </Group>
        <div className={css.weekdays} aria-hidden>
          {WEEKDAYS.map((d) => (
            <span key={d}>{d}</span>
          ))}
        </div>
        <DndContext sensors={sensors} onDragEnd={dropped} id="calendar">
          <div className={css.month}>
            {weeks.flat().map((day) => (
              <Day key={day} day={day} other={!day.startsWith(month!)} today={day === today}>
                {entries?.posts
                  .filter((p) => dayOf(p.at) === day)
                  .map((p) => (
                    <Tooltip
                      key={p.id}
                      label={`${p.state === 'shown' ? 'Posted' : 'Waits to be posted'}: ${p.piece.name}, ${hour(p.at)}`}
                    >
                      <Anchor href={`/piece/${p.piece.id}`} className={css.entry} underline="never" data-post={p.state}>
                        <Thumbnail of={p.piece} side={80} />
                        {p.state === 'shown' ? <IconSend size={13} /> : <IconClock size={13} />}
                        <span>
                          {p.state === 'shown' ? 'Posted' : `At ${hour(p.at)}`}: {p.piece.name}
                        </span>
                      </Anchor>
                    </Tooltip>
                  ))}
                {entries?.due
                  .filter((p) => p.dueOn === day)
                  .map((p) => (
                    <Due key={p.id} piece={p} onDate={() => setDating(p)} />
                  ))}
              </Day>
            ))}
          </div>
        </DndContext>
      </main>
      {dating && <DueDay pieces={[dating]} onClose={() => setDating(null)} onDone={reload} />}
    </div>
  );
}

function Day({
  day,
  other,
  today,
  children,
}: {
  day: string;
  /** Of the month before or after. */
  other: boolean;
  today: boolean;
  children: React.ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: day });
  return (
    <div
      ref={setNodeRef}
      className={css.day}
      data-day={day}
      data-other={other || undefined}
      data-today={today || undefined}
      data-over={isOver || undefined}
    >
      <time dateTime={day}>{Number(day.slice(8))}</time>
      {children}
    </div>
  );
}

function Due({ piece, onDate }: { piece: PieceInfo; onDate: () => void }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: piece.id });
  return (
    <div
      ref={setNodeRef}
      className={css.entry}
      data-due={piece.id}
      data-dragging={isDragging || undefined}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      {...listeners}
    >
      <Thumbnail of={piece} side={80} />
      <Tooltip label="Due on another day: drag it there, or choose the day">
        <ActionIcon
          size="sm"
          aria-label={`Due on another day: ${piece.name}`}
          aria-describedby={attributes['aria-describedby']}
          onClick={onDate}
        >
          <IconCalendarDue size={13} />
        </ActionIcon>
      </Tooltip>
      <Anchor href={`/piece/${piece.id}`} underline="hover" draggable={false}>
        Due: {piece.name}
      </Anchor>
    </div>
  );
}

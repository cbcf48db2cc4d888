'use client';
// A batch while it is made, and what it is handed over as.
import { Anchor, Button, Group, Menu, Progress, SegmentedControl, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconChevronDown,
  IconFileZip,
  IconPlayerPause,
  IconPlayerPlay,
  IconSquare,
  IconTrash,
} from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { BatchInfo, BatchRow } from '../../contract/batches';
import { api } from '../shared/api';
import { fetchArchive } from '../shared/archive';
import { PageTop } from '../shared/PageTop';
import { VerdictMark } from '../shared/VerdictMark';
import { wentWrong } from '../shared/went-wrong';
import css from './Batches.module.css';

/** How often it is asked how far it is, ms. */
const ASKED = 800;
/** Rows that are shown at once. */
const SHOWN = 500;

/** How far a batch is, in words. */
export function howFar({ state, of, done, failed, clear, left }: BatchInfo): string {
  const hand = done - clear + failed,
    stand = `${clear} Clear${hand ? `, ${hand} need a hand` : ''}`;
  if (state === 'done') return `All ${of} rows are through: ${stand}`;
  const at = `${done + failed} of ${of} rows are through`;
  if (state === 'paused') return `${at}; it is paused`;
  if (state === 'stopped') return `${at}; it was stopped`;
  return `${at}${left === null ? '' : `, about ${left < 90 ? `${left} s` : `${Math.ceil(left / 60)} min`} left`}`;
}

export function BatchPage({ first, scale }: { first: BatchInfo; scale: number }) {
  const router = useRouter();
  const [info, setInfo] = useState(first),
    [rows, setRows] = useState<BatchRow[]>([]),
    [only, setOnly] = useState<'all' | 'hand'>('all'),
    [after, setAfter] = useState(0),
    [archive, setArchive] = useState<{ done: number; of: number } | null>(null);
  const { id, name, of, state } = info,
    moving = state === 'running';

  /** @param wanted is the answer still wanted when it comes? What was asked before somebody pressed is out of date */
  const look = useCallback(
    async (wanted = (): boolean => true): Promise<void> => {
      const [now, shown] = await Promise.all([api.batch(id), api.batchRows(id, after, SHOWN)]);
      if (!wanted()) return;
      setInfo(now);
      setRows(shown);
    },
    [id, after],
  );
  useEffect(() => {
    let gone = false,
      timer: ReturnType<typeof setTimeout>;
    const again = async (): Promise<void> => {
      let away = false;
      try {
        await look(() => !gone);
      } catch {
        // The server is away for a moment: what is made is safe, and it is asked again, whatever was known last.
        away = true;
      }
      if (!gone && (moving || away)) timer = setTimeout(() => void again(), ASKED);
    };
    void again();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [look, moving]);

  const set = (to: 'running' | 'paused' | 'stopped'): void => void api.setBatch(id, to).then(setInfo, wentWrong);
  const zip = async (): Promise<void> => {
    try {
      const ended = await fetchArchive(
        await api.exportBatch(id),
        ({ done, of: all }) => setArchive({ done, of: all }),
        new AbortController().signal,
      );
      if (ended.left.length)
        notifications.show({
          color: 'amber',
          autoClose: false,
          title: 'Some files are not in it',
          message: ended.left.map(({ name: file, why }) => `${file}: ${why}`).join(' '),
        });
    } catch (e) {
      wentWrong(e);
    } finally {
      setArchive(null);
    }
  };
  const keep = async (): Promise<void> => {
    try {
      const { made } = await api.keepBatch(id);
      notifications.show({
        title: made === 1 ? 'One piece more is in the campaign' : `${made} pieces more are in the campaign`,
        message: <Anchor href="/">See all pieces</Anchor>,
      });
      await look();
    } catch (e) {
      wentWrong(e);
    }
  };
  const remove = async (): Promise<void> => {
    try {
      await api.removeBatch(id);
      router.push('/batches');
    } catch (e) {
      wentWrong(e);
    }
  };
  const shown = only === 'all' ? rows : rows.filter((r) => r.state === 'failed' || r.clear === false);

  return (
    <div>
      <PageTop title={name} back={{ href: '/batches', name: 'All batches' }}>
        <Text fz="sm" c="dimmed" role="status" className={css.grow} data-batch-state={state}>
          {howFar(info)}
        </Text>
        {moving && (
          <Button size="xs" variant="default" leftSection={<IconPlayerPause size={15} />} onClick={() => set('paused')}>
            Pause
          </Button>
        )}
        {(state === 'paused' || state === 'stopped') && (
          <Button size="xs" variant="default" leftSection={<IconPlayerPlay size={15} />} onClick={() => set('running')}>
            Go on
          </Button>
        )}
        {(moving || state === 'paused') && (
          <Button size="xs" variant="default" leftSection={<IconSquare size={13} />} onClick={() => set('stopped')}>
            Stop
          </Button>
        )}
        <Button size="xs" variant="default" disabled={info.done === info.kept} onClick={() => void keep()}>
          Keep as pieces
        </Button>
        <Menu position="bottom-end">
          <Menu.Target>
            <Button size="xs" variant="default" disabled={!info.done} rightSection={<IconChevronDown size={14} />}>
              Contact sheet
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item component="a" href={`/api/batches/${id}/sheet?format=pdf&download=true`} download>
              As a PDF
            </Menu.Item>
            <Menu.Item component="a" href={`/api/batches/${id}/sheet?format=png`} target="_blank">
              As pictures
            </Menu.Item>
            <Menu.Item component="a" href={`/api/batches/${id}/report`} download>
              Rows that need a hand, as CSV
            </Menu.Item>
            <Menu.Divider />
            <Menu.Item leftSection={<IconTrash size={15} />} onClick={() => void remove()}>
              Throw the batch away
            </Menu.Item>
          </Menu.Dropdown>
        </Menu>
        <Button
          size="xs"
          leftSection={<IconFileZip size={15} />}
          disabled={!info.done || archive !== null}
          onClick={() => void zip()}
        >
          {archive ? `${archive.done} of ${archive.of}` : 'Download all'}
        </Button>
      </PageTop>
      <main className={css.main}>
        <Progress.Root mb="md" aria-label="Rows that are through">
          <Progress.Section value={(100 * info.clear) / of} aria-label="Clear" />
          <Progress.Section
            value={(100 * (info.done - info.clear + info.failed)) / of}
            color="amber"
            aria-label="Need a hand"
          />
        </Progress.Root>
        <Group mb="md" justify="space-between">
          <SegmentedControl
            size="xs"
            aria-label="Rows that are shown"
            value={only}
            data={[
              { value: 'all', label: `All ${of}` },
              { value: 'hand', label: `Need a hand: ${info.done - info.clear + info.failed}` },
            ]}
            onChange={(v) => setOnly(v as typeof only)}
          />
          {of > SHOWN && (
            <Group gap="xs">
              <Button
                size="compact-sm"
                variant="default"
                disabled={after === 0}
                onClick={() => setAfter((a) => a - SHOWN)}
              >
                Before
              </Button>
              <Text fz="sm">
                Rows {after + 1} to {Math.min(of, after + SHOWN)}
              </Text>
              <Button
                size="compact-sm"
                variant="default"
                disabled={after + SHOWN >= of}
                onClick={() => setAfter((a) => a + SHOWN)}
              >
                Next
              </Button>
            </Group>
          )}
        </Group>
        {only === 'hand' && shown.length === 0 && <Text c="dimmed">No row needs a hand.</Text>}
        <ul className={css.grid}>
          {shown.map((r) => (
            <li key={r.number} className={css.row} data-row={r.number} data-state={r.state}>
              <span>
                {r.state === 'done' ? (
                  // eslint-disable-next-line @next/next/no-img-element -- painted by our own server
                  <img
                    src={`/api/batches/${id}/rows/${r.number}/render?scale=${scale.toFixed(3)}`}
                    alt=""
                    loading="lazy"
                  />
                ) : r.state === 'taken' ? (
                  'Being made'
                ) : r.state === 'failed' ? (
                  'Not made'
                ) : (
                  ''
                )}
              </span>
              <b>
                {r.number} {r.piece ? <Anchor href={`/piece/${r.piece}`}>{r.name}</Anchor> : r.name}
              </b>
              <small>
                {r.state === 'done' && r.clear && (
                  <>
                    <span aria-hidden>
                      <VerdictMark verdict="clear" size={11} />
                    </span>
                    Clear
                  </>
                )}
                {r.why}
              </small>
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}

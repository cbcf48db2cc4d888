'use client';
// What a piece was like before: versions by time, one of them beside the present, and what of it could be taken back.
import {
  ActionIcon,
  Button,
  Checkbox,
  Group,
  Loader,
  ScrollArea,
  SegmentedControl,
  Select,
  Slider,
  Stack,
  Text,
  TextInput,
  Tooltip,
  UnstyledButton,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconHistory } from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import type { Piece } from '../../../core/piece/schema';
import { withHouse } from '../../../core/house/follow';
import { differences, takenFrom } from '../../../core/piece/versions';
import { api, inWords, type RevisionInfo } from '../../shared/api';
import { Dialog } from '../../shared/Dialog';
import { More } from '../../shared/More';
import { usePages } from '../../shared/pages';
import { wentWrong } from '../../shared/went-wrong';
import { useHouse } from '../keeping/house';
import { save } from '../keeping/saving';
import { edit, useBench } from '../state/store';
import css from './Versions.module.css';

type Version = RevisionInfo & { id: string };

export function Versions() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Tooltip label="Versions: what this piece was like before">
        <ActionIcon aria-label="Versions" onClick={() => void save().then(() => setOpen(true))}>
          <IconHistory size={18} />
        </ActionIcon>
      </Tooltip>
      {open && <History onClose={() => setOpen(false)} />}
    </>
  );
}

const timeOf = (v: RevisionInfo): string =>
  new Date(v.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
function dayOf(v: RevisionInfo): string {
  const at = new Date(v.savedAt),
    days = Math.round((new Date().setHours(0, 0, 0, 0) - new Date(at).setHours(0, 0, 0, 0)) / 86_400_000);
  return days === 0 ? 'Today' : days === 1 ? 'Yesterday' : at.toLocaleDateString('en-GB', { dateStyle: 'long' });
}

function History({ onClose }: { onClose: () => void }) {
  const id = useBench((s) => s.id),
    revision = useBench((s) => s.revision),
    piece = useBench((s) => s.piece),
    [every, setEvery] = useState(false),
    [chosen, setChosen] = useState<number | null>(null);
  const ask = useCallback(
      async ({ cursor }: { cursor?: string }) => {
        const page = await api.versions(id, every, cursor);
        return { ...page, items: page.items.map((v): Version => ({ ...v, id: String(v.row) })) };
      },
      [id, every],
    ),
    pages = usePages<Version>(ask, ''),
    versions = pages.items ?? [],
    earlier = versions.filter((v) => v.revision !== revision || v.kind === 'refused'),
    version = versions.find((v) => v.row === chosen) ?? earlier[0] ?? null;
  const { width, height } = piece.sizes[0],
    thumb = 120 / Math.max(width, height);
  const changed = (v: RevisionInfo): void =>
    pages.change((all) => all.map((x) => (x.row === v.row ? { ...v, id: x.id } : x)));

  return (
    <Dialog opened onClose={onClose} size={1160} title="Versions">
      <div className={css.columns}>
        <Stack gap={8}>
          <Checkbox
            size="xs"
            label="Every version that was saved"
            checked={every}
            onChange={(e) => setEvery(e.currentTarget.checked)}
          />
          <ScrollArea h="66vh" type="auto" offsetScrollbars>
            {!pages.items && <Loader size="sm" />}
            <ul className={css.list} aria-label="Versions">
              {versions.map((v, i) => (
                <li key={v.row}>
                  {(i === 0 || dayOf(versions[i - 1]) !== dayOf(v)) && <h3 className={css.day}>{dayOf(v)}</h3>}
                  <UnstyledButton
                    className={css.version}
                    aria-current={version?.row === v.row}
                    data-version={v.row}
                    onClick={() => setChosen(v.row)}
                  >
                    {/* eslint-disable-next-line @next/next/no-img-element -- painted by our own server */}
                    <img
                      src={`/api/pieces/${id}/revisions/${v.row}/render?scale=${thumb.toFixed(3)}`}
                      alt=""
                      loading="lazy"
                      width={Math.round(width * thumb)}
                      height={Math.round(height * thumb)}
                    />
                    <span>
                      {v.name && <b>{v.name}</b>}
                      <time dateTime={v.savedAt}>{timeOf(v)}</time>
                      <small>
                        {v.kind === 'refused'
                          ? 'The other side of a conflict'
                          : v.revision === revision
                            ? 'As it is now'
                            : `Version ${v.revision}`}
                      </small>
                    </span>
                  </UnstyledButton>
                </li>
              ))}
            </ul>
            <More of={pages} />
          </ScrollArea>
        </Stack>
        {version ? (
          <Compared key={version.row} version={version} now={piece} onNamed={changed} onClose={onClose} />
        ) : (
          pages.items && <Text c="dimmed">There is no earlier version yet: each change makes one.</Text>
        )}
      </div>
    </Dialog>
  );
}

/** Longer side at which both are painted, px. */
const SIDE = 900;

function Compared({
  version,
  now,
  onNamed,
  onClose,
}: {
  version: Version;
  now: Piece;
  onNamed: (v: RevisionInfo) => void;
  onClose: () => void;
}) {
  const id = useBench((s) => s.id),
    revision = useBench((s) => s.revision),
    [then, setThen] = useState<Piece | null>(null),
    [failed, setFailed] = useState<string | null>(null),
    [how, setHow] = useState<'beside' | 'over'>('beside'),
    [cut, setCut] = useState(50),
    [slide, setSlide] = useState(0),
    [name, setName] = useState(version.name ?? ''),
    [taken, setTaken] = useState<string[]>([]);
  useEffect(() => {
    let gone = false;
    api.version(id, version.row).then(
      (p) => !gone && setThen(p as Piece),
      (e: unknown) => !gone && setFailed(inWords(e).message),
    );
    return () => {
      gone = true;
    };
  }, [id, version.row]);

  const most = Math.max(then?.slides.length ?? 1, now.slides.length),
    [size] = now.sizes,
    scale = (SIDE / Math.max(size.width, size.height)).toFixed(3),
    before = then && slide < then.slides.length,
    after = slide < now.slides.length,
    old = `/api/pieces/${id}/revisions/${version.row}/render?scale=${scale}&slide=${slide + 1}`,
    present = `/api/pieces/${id}/render?scale=${scale}&slide=${slide + 1}&revision=${revision}`,
    different = then ? differences(now, then) : [],
    keyOf = (d: (typeof different)[number]): string => `${d.slide}/${d.layer ?? ''}`;

  const rename = async (): Promise<void> => {
    if (name.trim() === (version.name ?? '')) return;
    try {
      onNamed(await api.nameVersion(id, version.row, name.trim()));
    } catch (e) {
      wentWrong(e);
    }
  };
  const said = (title: string): void => {
    notifications.show({ title, message: 'One undo takes it back.', autoClose: 5000 });
    onClose();
  };
  const restore = (): void => {
    if (!then) return;
    // What it has of the house is what the house has now.
    const { loaded, style } = useHouse.getState();
    edit('Restore a version', () => (loaded ? withHouse(then, style) : then));
    said('It is as it was then');
  };
  const take = (): void => {
    if (!then) return;
    const wanted = different.filter((d) => taken.includes(keyOf(d)));
    // From below, so that each finds what it lay above.
    edit('Take from a version', (p) => [...wanted].reverse().reduce((q, d) => takenFrom(q, then, d), p));
    said(wanted.length === 1 ? `${wanted[0].name} is as it was then` : `${wanted.length} layers are as they were then`);
  };

  return (
    <Stack gap={10} miw={0}>
      <Group justify="space-between" gap="xs">
        <TextInput
          size="xs"
          w={230}
          aria-label="Name of this version"
          placeholder="Give it a name: it stays for ever"
          maxLength={200}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          onBlur={() => void rename()}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
        <Group gap="xs">
          {most > 1 && (
            <Select
              size="xs"
              w={104}
              aria-label="Slide"
              allowDeselect={false}
              value={String(slide)}
              data={Array.from({ length: most }, (_, i) => ({ value: String(i), label: `Slide ${i + 1}` }))}
              onChange={(v) => setSlide(Number(v ?? 0))}
            />
          )}
          <SegmentedControl
            size="xs"
            aria-label="How they are compared"
            value={how}
            data={[
              { value: 'beside', label: 'Side by side' },
              { value: 'over', label: 'One over the other' },
            ]}
            onChange={(v) => setHow(v as typeof how)}
          />
        </Group>
      </Group>
      {failed !== null && (
        <Text fz="sm" c="amber">
          {failed}
        </Text>
      )}
      {how === 'beside' ? (
        <div className={css.beside}>
          <Picture src={before ? old : null} words="Then" none="This slide was not there" />
          <Picture src={after ? present : null} words="Now" none="This slide is gone" />
        </div>
      ) : (
        <Stack gap={8} align="center">
          <div className={css.over} style={{ aspectRatio: `${size.width} / ${size.height}` }}>
            {/* eslint-disable-next-line @next/next/no-img-element -- painted by our own server */}
            {after && <img src={present} alt="Now" />}
            {before && (
              // eslint-disable-next-line @next/next/no-img-element -- painted by our own server
              <img src={old} alt="Then" style={{ clipPath: `inset(0 ${100 - cut}% 0 0)` }} />
            )}
            <i style={{ left: `${cut}%` }} />
          </div>
          <Group gap="sm" w="min(100%, 460px)" wrap="nowrap" fz="xs" c="dimmed">
            Then
            <Slider flex={1} label={null} thumbLabel="Where then ends and now begins" value={cut} onChange={setCut} />
            Now
          </Group>
        </Stack>
      )}
      <Group align="flex-start" justify="space-between" wrap="nowrap">
        <div style={{ minWidth: 0, flex: 1 }}>
          {then && different.length === 0 && (
            <Text fz="sm" c="dimmed">
              {now.slides.length > then.slides.length
                ? 'All that it had is still there.'
                : 'It has nothing else than now.'}
            </Text>
          )}
          {different.length > 0 && (
            <ScrollArea.Autosize mah="17vh">
              <Stack gap={9} role="group" aria-label="What was different">
                {different.map((d) => (
                  <Checkbox
                    key={keyOf(d)}
                    size="xs"
                    checked={taken.includes(keyOf(d))}
                    label={`${d.name}${d.layer === null ? '' : most > 1 ? `, slide ${now.slides.findIndex((s) => s.id === d.slide) + 1}` : ''}: ${d.kind === 'gone' ? 'gone now' : 'otherwise now'}`}
                    onChange={(e) => {
                      const on = e.currentTarget.checked;
                      setTaken((all) => (on ? [...all, keyOf(d)] : all.filter((k) => k !== keyOf(d))));
                    }}
                  />
                ))}
              </Stack>
            </ScrollArea.Autosize>
          )}
        </div>
        <Group gap="xs" wrap="nowrap">
          <Button variant="default" disabled={!then || taken.length === 0} onClick={take}>
            Take what is ticked
          </Button>
          <Button disabled={!then || JSON.stringify(then.slides) === JSON.stringify(now.slides)} onClick={restore}>
            Restore it whole
          </Button>
        </Group>
      </Group>
    </Stack>
  );
}

function Picture({ src, words, none }: { src: string | null; words: string; none: string }) {
  return (
    <figure className={css.picture}>
      {/* eslint-disable-next-line @next/next/no-img-element -- painted by our own server */}
      <div>{src ? <img src={src} alt={words} /> : <span>{none}</span>}</div>
      <figcaption>{words}</figcaption>
    </figure>
  );
}

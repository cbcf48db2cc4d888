'use client';
// Posting: the slides of a size are given to the stand-in, with words and a time; what it said, and how the texts read
// as it shows them, stands below.
import {
  ActionIcon,
  Alert,
  Anchor,
  Button,
  Group,
  SegmentedControl,
  Stack,
  Text,
  Textarea,
  TextInput,
  Tooltip,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconSend, IconX } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { FORMATS, type StillFormatId, STILL_FORMAT_IDS } from '../../../core/format/formats';
import { kindFor, POST_KINDS, type PostKind, refusals, RULES } from '../../../core/posting/rules';
import { weakestShown } from '../../../core/posting/weakest';
import { api, inWords, type PostInfo } from '../../shared/api';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { savedPlace } from '../keeping/handed';
import { currentSize, useBench } from '../state/store';
import { Alternative } from './Alternative';
import type { Choice } from './choice';
import { QualityField } from './EncodingFields';
import css from './HandOver.module.css';

interface Props {
  choice: Choice;
  set: (some: Partial<Choice>) => void;
}

const timeOf = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const STATE_WORD: Record<PostInfo['state'], string> = { refused: 'Refused', waiting: 'Waits', shown: 'Shown' };

export function Posting({ choice, set }: Props) {
  const piece = useBench((s) => s.id),
    campaign = useBench((s) => s.campaign),
    size = useBench(currentSize),
    slides = useBench((s) => s.piece.slides),
    section = useBench((s) => s.piece.section !== null),
    [kind, setKind] = useState<PostKind>(() => kindFor(size)),
    [words, setWords] = useState(''),
    [at, setAt] = useState(''),
    [busy, setBusy] = useState(false),
    [posts, setPosts] = useState<PostInfo[] | null>(null),
    stop = useRef<AbortController | null>(null),
    handed = slides.flatMap((s, i) => (s.leftOut || (section && i > 0) ? [] : [i + 1])),
    wordless = handed.filter((n) => !slides[n - 1].alternative.trim()).length,
    format: StillFormatId = STILL_FORMAT_IDS.find((f) => f === choice.format) ?? 'jpeg',
    { scale } = choice,
    known = { width: Math.round(size.width * scale), height: Math.round(size.height * scale), bytes: 0 },
    // What can be told beforehand; the service has the last word.
    told = refusals(
      kind,
      handed.map(() => ({ ...known, media: FORMATS[format].media })),
      words,
    );
  useEffect(() => {
    if (!piece) return;
    let gone = false;
    api.posts(piece).then(
      (all) => gone || setPosts(all),
      () => gone || setPosts([]),
    );
    return () => void (gone = true);
  }, [piece]);

  const post = async (): Promise<void> => {
    setBusy(true);
    stop.current = new AbortController();
    try {
      const { id, place } = await savedPlace(),
        made = await api.post(
          id,
          {
            kind,
            size: place.size,
            format,
            quality: choice.quality,
            scale,
            words: words.trim(),
            ...(at ? { at: new Date(at).toISOString() } : {}),
          },
          stop.current.signal,
        );
      setPosts((all) => [made, ...(all ?? [])]);
      if (made.state === 'refused')
        notifications.show({
          color: 'amber',
          autoClose: false,
          title: 'The stand-in has refused it',
          message: made.reasons.map((r) => <div key={r.reason}>{r.reason}</div>),
        });
      else
        notifications.show({
          title: made.state === 'waiting' ? `It will be shown on ${timeOf(made.at)}` : 'The stand-in shows it',
          message: (
            <Anchor href={`/stand-in/${campaign}`} target="_blank">
              Look at it there
            </Anchor>
          ),
        });
    } catch (e) {
      if (!stop.current.signal.aborted) notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  const remove = async (id: string): Promise<void> => {
    try {
      await api.removePost(id);
      setPosts((all) => all?.filter((p) => p.id !== id) ?? null);
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    }
  };

  return (
    <Stack gap="sm" data-posting>
      <Text fz="xs" c="dimmed">
        To the stand-in, a simulated service on this computer: it refuses, compresses and shows what real ones do.
      </Text>
      <SegmentedControl
        aria-label="As what it is posted"
        value={kind}
        onChange={(v) => setKind(v as PostKind)}
        data={POST_KINDS.map((value) => ({ value, label: RULES[value].name }))}
      />
      <SegmentedControl
        aria-label="Format"
        size="xs"
        value={format}
        onChange={(v) => set({ format: v as StillFormatId })}
        data={STILL_FORMAT_IDS.map((id) => ({ value: id, label: FORMATS[id].name }))}
      />
      {FORMATS[format].quality && <QualityField quality={choice.quality} set={set} />}
      <Textarea
        size="xs"
        label="Words"
        placeholder="What stands under it"
        autosize
        minRows={2}
        maxRows={5}
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
      />
      <TextInput
        size="xs"
        type="datetime-local"
        label="When"
        description="At once where nothing is set"
        value={at}
        onChange={(e) => setAt(e.currentTarget.value)}
      />
      <Alternative />
      {wordless > 0 && (
        <Text fz="xs" c="dimmed" data-wordless={wordless}>
          {wordless === 1 ? 'One slide has' : `${wordless} slides have`} no alternative text yet; what is written on it
          stands for it.
        </Text>
      )}
      {told.length > 0 && (
        <Alert color="amber" variant="light" p="xs" fz="xs" data-told={told.length}>
          It would be refused:
          {told.slice(0, 4).map((r) => (
            <div key={r.reason}>{r.reason}</div>
          ))}
          {told.length > 4 && <div>And {told.length - 4} more.</div>}
        </Alert>
      )}
      <Group gap={8} wrap="nowrap">
        <Button
          flex={1}
          data-post
          leftSection={<IconSend size={16} />}
          loading={busy}
          disabled={!handed.length}
          onClick={() => void post()}
        >
          {handed.length > 1 ? `Post ${handed.length} slides` : 'Post'}
        </Button>
        {busy && (
          <Button variant="default" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        )}
      </Group>
      {posts && posts.length > 0 && (
        <Stack gap={6} component="section" aria-label="Posted">
          <Group justify="space-between">
            <Text fw={700} fz="xs">
              Posted
            </Text>
            <Anchor href={`/stand-in/${campaign}`} target="_blank" fz="xs">
              Look at it there
            </Anchor>
          </Group>
          {posts.slice(0, 8).map((p) => {
            const weakest = weakestShown(p.slides.flatMap((s) => s.texts));
            return (
              <Group key={p.id} gap={6} wrap="nowrap" align="flex-start" className={css.posted} data-state={p.state}>
                <div style={{ flex: 1, minWidth: 0 }}>
                  <Text fz="xs">
                    <b>{STATE_WORD[p.state]}</b>, {RULES[p.kind].name.toLowerCase()}, {timeOf(p.at)}
                  </Text>
                  {p.reasons.slice(0, 2).map((r) => (
                    <Text key={r.reason} fz="xs" c="dimmed">
                      {r.reason}
                    </Text>
                  ))}
                  {weakest?.verdict && (
                    <Group gap={5} wrap="nowrap" data-reads={weakest.verdict}>
                      <VerdictMark verdict={weakest.verdict} size={12} />
                      <Text fz="xs" c="dimmed">
                        {VERDICT_WORD[weakest.verdict]} there: weakest reads {weakest.ratio!.toFixed(2)} of{' '}
                        {weakest.needed.toFixed(2)}
                        {weakest.before !== null && `, ${weakest.before.toFixed(2)} on the stage`}
                      </Text>
                    </Group>
                  )}
                </div>
                <Tooltip label={p.state === 'refused' ? 'Forget it' : 'Take it back'}>
                  <ActionIcon size="sm" variant="subtle" aria-label="Take it back" onClick={() => void remove(p.id)}>
                    <IconX size={14} />
                  </ActionIcon>
                </Tooltip>
              </Group>
            );
          })}
        </Stack>
      )}
    </Stack>
  );
}

'use client';
// Hand over: take the picture away. It is painted by the server from what was saved, with the same painter as the
// stage, and seen as it is written before it is taken.
import { Alert, Button, Group, Progress, SegmentedControl, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconCopy, IconDownload, IconPackageExport } from '@tabler/icons-react';
import { type ReactNode, useRef, useState } from 'react';
import type { ExportStatus } from '../../../contract/exports';
import { unknownParts } from '../../../core/format/file-names';
import { FORMATS, MOTION_FORMAT_IDS, type MotionFormatId } from '../../../core/format/formats';
import { NOT_KEPT, type NotKept } from '../../../core/format/not-kept';
import { aboutSlide } from '../../../core/piece/alternative';
import { moves } from '../../../core/piece/moments';
import { inWords } from '../../shared/api';
import { Dialog } from '../../shared/Dialog';
import { intoDownloads, savedPlace } from '../keeping/handed';
import { currentSize, currentSlide, useBench } from '../state/store';
import { Alternative } from './Alternative';
import { takeArchive } from './archive';
import { BackgroundCopy } from './BackgroundCopy';
import { encodingQuery, sizesOf, useChoice, type What } from './choice';
import { Compare } from './Compare';
import { EncodingFields, FormatField, QualityField, ScaleFields } from './EncodingFields';
import css from './HandOver.module.css';
import { Posting } from './Posting';
import { SeveralFields } from './SeveralFields';
import { SeveralWarnings, SlideWarnings } from './Warnings';
import { fileFrom, pictureOf, useWritten, type Written } from './written';

/** @param campaign its name @param before what a narrow window has no room for elsewhere */
export function HandOver({ campaign, before }: { campaign: string; before: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        data-hand-over
        size="xs"
        px={9}
        leftSection={<IconPackageExport size={16} />}
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        Hand over
      </Button>
      {open && <HandOverDialog campaign={campaign} before={before} onClose={() => setOpen(false)} />}
    </>
  );
}

/** Sizes of files, as people say them. */
const inBytes = (bytes: number): string =>
  bytes < 1_000_000
    ? `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en')} kB`
    : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 2 : 1)} MB`;

function HandOverDialog({ campaign, before, onClose }: { campaign: string; before: ReactNode; onClose: () => void }) {
  const size = useBench(currentSize),
    id = useBench((s) => s.id),
    slideId = useBench((s) => s.slideId),
    slides = useBench((s) => s.piece.slides),
    section = useBench((s) => s.piece.section !== null),
    words = useBench((s) => aboutSlide(s.piece, currentSlide(s)).description),
    moving = useBench((s) => moves(currentSlide(s)) && !currentSlide(s).show),
    [choice, set] = useChoice(id),
    [busy, setBusy] = useState(false),
    [status, setStatus] = useState<ExportStatus | null>(null),
    stop = useRef<AbortController | null>(null);
  const many = slides.length > 1,
    handed = slides.filter((s) => !s.leftOut).length,
    { what, motion, several } = choice,
    sizes = useBench((s) => s.piece.sizes),
    // What can be had of this piece.
    whats: { value: What; label: string }[] = [
      ...(section ? [{ value: 'page' as const, label: 'HTML + CSS' }] : []),
      { value: 'slide', label: many && !section ? 'This slide' : 'Picture' },
      ...(many || sizes.length > 1 ? [{ value: 'several' as const, label: 'Several, ZIP' }] : []),
      ...(many && !section ? [{ value: 'strip' as const, label: 'One strip' }] : []),
      { value: 'post', label: 'Post' },
    ],
    of = whats.find((w) => w.value === what)?.value ?? 'slide',
    animated = of === 'slide' && moving && motion !== 'still' ? motion : null,
    // What has one picture to look at before.
    seen = !animated && (of === 'slide' || of === 'several'),
    most = animated || of === 'strip' ? 2 : 4,
    scale = Math.min(most, choice.scale),
    formats = of === 'several' ? several.formats : [choice.format],
    shown = { ...choice, scale, format: formats[0] },
    { written, making, failed } = useWritten(seen ? shown : null, words),
    ready = written && !making && !failed ? written : null,
    warned = {
      handed: {
        slides: of === 'several' && several.all ? slides.filter((s) => !s.leftOut).map((s) => s.id) : [slideId],
        sizes: of === 'several' ? sizesOf(several, sizes) : [size.id],
        scale,
        bytes: ready?.file.blob.size ?? null,
      },
      choice,
      set,
      onShow: onClose,
    };

  const take = async (): Promise<void> => {
    if (of === 'slide' && ready) {
      intoDownloads(ready.file.blob, ready.file.name);
      done(ready.file.name);
      return;
    }
    setBusy(true);
    stop.current = new AbortController();
    try {
      if (of === 'several') {
        const { state, left, notes } = await takeArchive(shown, setStatus, stop.current.signal);
        if (state === 'failed') throw new Error('The archive could not be made to its end. Your piece is safe.');
        if (state === 'made' && notes.length)
          notifications.show({
            autoClose: 12_000,
            title: 'Some layers are not what they were',
            message: `${notes.length === 1 ? `${notes[0].name}: ${notes[0].note}` : `${notes.length} of them`}. report.txt in the archive names them.`,
          });
        if (state === 'made' && left.length)
          notifications.show({
            color: 'amber',
            autoClose: false,
            title: left.length === 1 ? 'One file is not in it' : `${left.length} files are not in it`,
            message: left.map((l) => `${l.name}: ${l.why}`).join(' '),
          });
        if (state === 'made') done('The archive');
        return;
      }
      const { blob, name } =
        of === 'slide' && !animated
          ? await pictureOf(encodingQuery(shown), stop.current.signal)
          : await others(stop.current.signal);
      intoDownloads(blob, name);
      done(name);
    } catch (e) {
      if (!stop.current.signal.aborted) notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
      setStatus(null);
    }
  };
  /** What is no picture of one slide. */
  const others = async (signal: AbortSignal): ReturnType<typeof fileFrom> => {
    const { id: piece, place } = await savedPlace(),
      quality = String(choice.quality);
    const [path, query, otherwise]: [string, Record<string, string>, string] = animated
      ? ['motion', { ...place, scale: String(scale), format: animated, quality }, `piece.${FORMATS[animated].ending}`]
      : of === 'strip'
        ? ['strip', { size: place.size, scale: String(scale) }, 'strip.png']
        : ['page', { quality }, 'page.zip'];
    return fileFrom(`/api/pieces/${piece}/${path}?${new URLSearchParams(query)}`, otherwise, signal);
  };
  const done = (name: string): void => {
    notifications.show({ message: `${name} is in your downloads`, autoClose: 5000 });
    onClose();
  };

  return (
    <Dialog opened onClose={onClose} title="Hand over" size={seen ? 1120 : 360} padding="md">
      <div className={css.columns}>
        <Stack gap="sm">
          <div className={css.narrow}>{before}</div>
          {whats.length > 1 && (
            <SegmentedControl
              aria-label="What is handed over"
              value={of}
              onChange={(v) => set({ what: v as What })}
              data={whats}
            />
          )}
          {of === 'post' ? (
            <Posting choice={choice} set={set} />
          ) : (
            <>
              {of === 'slide' && moving && (
                <SegmentedControl
                  aria-label="How it moves"
                  value={motion}
                  onChange={(v) => set({ motion: v as MotionFormatId | 'still' })}
                  data={[
                    ...MOTION_FORMAT_IDS.map((m) => ({ value: m as string, label: `Moving ${FORMATS[m].name}` })),
                    { value: 'still', label: 'Still' },
                  ]}
                />
              )}
              {of === 'several' && (
                <SeveralFields
                  choice={shown}
                  campaign={campaign}
                  set={(some) => set({ several: { ...several, ...some } })}
                />
              )}
              {of === 'slide' && seen && <FormatField choice={choice} set={set} />}
              {seen && <EncodingFields choice={choice} set={set} formats={formats} />}
              {(of === 'page' || (animated && FORMATS[animated].quality)) && (
                <QualityField quality={choice.quality} set={set} />
              )}
              {of !== 'page' && (
                <ScaleFields
                  choice={shown}
                  set={set}
                  // Of several sizes each has its own width.
                  size={of === 'several' && sizesOf(several, sizes).length > 1 ? null : size}
                  most={most}
                />
              )}
              {(of === 'slide' || of === 'several') && !animated && <Alternative />}
              {of === 'slide' && ready?.as.notKept && ready.as.notKept.length > 0 && (
                <NotKeptList all={ready.as.notKept} />
              )}
              {of === 'slide' && <SlideWarnings {...warned} />}
              {of === 'several' && <SeveralWarnings {...warned} />}
              {failed && (
                <Alert color="amber" variant="light" p="xs" fz="xs" role="alert">
                  {failed}
                </Alert>
              )}
              <Group gap={8} wrap="nowrap">
                <Button
                  data-download
                  data-autofocus
                  flex={1}
                  leftSection={<IconDownload size={16} />}
                  loading={busy}
                  disabled={
                    of === 'slide' ? failed !== null : of === 'several' && unknownParts(several.pattern).length > 0
                  }
                  onClick={() => void take()}
                >
                  Download
                </Button>
                {busy ? (
                  <Button variant="default" onClick={() => stop.current?.abort()}>
                    Stop
                  </Button>
                ) : (
                  seen && <CopyPicture written={ready} />
                )}
              </Group>
              {status && (
                <div>
                  <Progress
                    value={(100 * (status.done + status.left.length)) / status.of}
                    aria-label="Files that are made"
                  />
                  <Text fz="xs" mt={4} data-archive={status.state}>
                    {status.done} of {status.of}, {inBytes(status.bytes)}
                  </Text>
                </div>
              )}
              <Text fz="xs" c="dimmed">
                {of === 'page'
                  ? 'A folder with its page, style sheet, pictures in all widths as AVIF, WebP and JPEG, and fonts with the letters that are used. It holds at every width, as the stage shows it.'
                  : of === 'strip'
                    ? `${handed} slides side by side as one PNG, ${handed * Math.round(size.width * scale)} × ${Math.round(size.height * scale)}.`
                    : `${
                        moving && seen
                          ? 'Of a slide that moves, the moment that shows on the stage. '
                          : animated === 'gif'
                            ? 'A GIF has at most 256 colours a frame; WebP keeps the photograph. '
                            : ''
                      }Painted at full size from the saved piece, by the same painter as the stage.`}
              </Text>
              {(of === 'slide' || of === 'page') && <BackgroundCopy />}
            </>
          )}
        </Stack>
        {seen && (
          <Compare
            key={`${shown.format} ${scale}`}
            written={written}
            making={making}
            at={lookAt(scale)}
            says={written && !failed ? wordsOf(written, shown.format, choice.target !== null) : ''}
          />
        )}
      </div>
    </Dialog>
  );
}

/** What of a drawing is not what it was. */
const NotKeptList = ({ all }: { all: readonly NotKept[] }) => (
  <Alert color="gray" variant="light" p="xs" fz="xs" data-not-kept={all.length}>
    {all.slice(0, 6).map(({ layer, what }) => (
      <div key={`${layer} ${what}`}>
        <b>{layer}</b>: {NOT_KEPT[what]}
      </div>
    ))}
    {all.length > 6 && `And ${all.length - 6} more.`}
  </Alert>
);

/** The weakest letters, or the middle of the picture: what is looked at first, in pixels of the file. */
function lookAt(scale: number): { x: number; y: number } {
  const state = useBench.getState(),
    { width, height } = currentSize(state),
    weakest = state.readings
      .filter((r) => r.ratio !== null)
      .sort((a, b) => a.ratio! / a.needed - b.ratio! / b.needed)[0]?.weakestBox,
    box = weakest ?? { x: 0, y: 0, width, height };
  return { x: (box.x + box.width / 2) * scale, y: (box.y + box.height / 2) * scale };
}

function wordsOf({ file, as }: Written, format: keyof typeof FORMATS, searched: boolean): string {
  if (FORMATS[format].drawn) return inBytes(file.blob.size);
  const how = FORMATS[format].quality
    ? `quality ${as.quality}`
    : as.colours === null
      ? 'all colours'
      : `${as.colours} colours`;
  return `${inBytes(file.blob.size)}${searched || FORMATS[format].quality || as.colours !== null ? `, ${how}` : ''}`;
}

/** Puts the picture into the clipboard, which takes PNG. */
function CopyPicture({ written }: { written: Written | null }) {
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': written!.plain.blob })]);
      notifications.show({ message: 'The picture is in the clipboard, without loss', autoClose: 4000 });
    } catch (e) {
      console.error(e);
      notifications.show({
        color: 'amber',
        title: 'The picture could not be copied',
        message: 'The browser did not open its clipboard. Download does the same.',
      });
    }
  };
  return (
    <Button
      variant="default"
      leftSection={<IconCopy size={16} />}
      disabled={!written}
      data-copy-picture
      onClick={() => void copy()}
    >
      Copy
    </Button>
  );
}

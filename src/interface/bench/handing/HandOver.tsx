'use client';
// Hand over: take the picture away. It is painted by the server from what was saved, with the same painter as the
// stage, and seen as it is written before it is taken.
import { Alert, Button, Group, SegmentedControl, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconCopy, IconDownload, IconPackageExport } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { FORMATS, MOTION_FORMAT_IDS, type MotionFormatId } from '../../../core/format/formats';
import { moves } from '../../../core/piece/moments';
import { inWords } from '../../shared/api';
import { Dialog } from '../../shared/Dialog';
import { intoDownloads, savedBench } from '../keeping/handed';
import { currentSize, currentSlide, useBench } from '../state/store';
import { BackgroundCopy } from './BackgroundCopy';
import { encodingQuery, useChoice, type What } from './choice';
import { Compare } from './Compare';
import { FormatFields, QualityField, ScaleFields } from './EncodingFields';
import css from './HandOver.module.css';
import { fileFrom, pictureOf, useWritten, type Written } from './written';

export function HandOver() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        data-hand-over
        size="xs"
        leftSection={<IconPackageExport size={16} />}
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        Hand over
      </Button>
      {open && <HandOverDialog onClose={() => setOpen(false)} />}
    </>
  );
}

/** Sizes of files, as people say them. */
const inBytes = (bytes: number): string =>
  bytes < 1_000_000
    ? `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en')} kB`
    : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 2 : 1)} MB`;

function HandOverDialog({ onClose }: { onClose: () => void }) {
  const size = useBench(currentSize),
    id = useBench((s) => s.id),
    slides = useBench((s) => s.piece.slides),
    section = useBench((s) => s.piece.section !== null),
    moving = useBench((s) => moves(currentSlide(s)) && !currentSlide(s).show),
    [choice, set] = useChoice(id),
    [busy, setBusy] = useState(false),
    stop = useRef<AbortController | null>(null);
  const many = slides.length > 1,
    handed = slides.filter((s) => !s.leftOut).length,
    { what, motion, format } = choice,
    of: What =
      (what === 'page' && !section) || (what === 'strip' && section) || (what !== 'page' && !many) ? 'slide' : what,
    animated = of === 'slide' && moving && motion !== 'still' ? motion : null,
    // What has one picture to look at before.
    seen = !animated && (of === 'slide' || of === 'slides'),
    most = animated || of === 'strip' ? 2 : 4,
    scale = Math.min(most, choice.scale),
    { written, making, failed } = useWritten(seen ? { ...choice, scale } : null),
    ready = written && !making && !failed ? written : null;

  const take = async (): Promise<void> => {
    if (of === 'slide' && ready) {
      intoDownloads(ready.file.blob, ready.file.name);
      done(ready.file.name);
      return;
    }
    setBusy(true);
    stop.current = new AbortController();
    try {
      const { blob, name } =
        of === 'slide' && !animated
          ? await pictureOf({ ...choice, scale }, stop.current.signal)
          : await others(stop.current.signal);
      intoDownloads(blob, name);
      done(name);
    } catch (e) {
      if (!stop.current.signal.aborted) notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  /** What is no picture of one slide. */
  const others = async (signal: AbortSignal): ReturnType<typeof fileFrom> => {
    const { id: piece, piece: document, slideId } = await savedBench(),
      pixels = { size: size.id, scale: String(scale) },
      slide = String(document.slides.findIndex((s) => s.id === slideId) + 1),
      quality = String(choice.quality);
    const [path, query, otherwise]: [string, Record<string, string>, string] = animated
      ? ['motion', { ...pixels, slide, format: animated, quality }, `piece.${FORMATS[animated].ending}`]
      : of === 'strip'
        ? ['strip', pixels, 'strip.png']
        : of === 'page'
          ? ['page', { quality }, 'page.zip']
          : ['slides', { ...encodingQuery({ ...choice, scale }), size: size.id }, 'slides.zip'];
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
          <Weak many={many} />
          {(many || section) && (
            <SegmentedControl
              aria-label="What is handed over"
              value={of}
              onChange={(v) => set({ what: v as What })}
              data={[
                ...(section ? [{ value: 'page', label: 'HTML + CSS' }] : []),
                { value: 'slide', label: many && !section ? 'This slide' : 'Picture' },
                ...(many ? [{ value: 'slides', label: `All ${handed}, ZIP` }] : []),
                ...(many && !section ? [{ value: 'strip', label: 'One strip' }] : []),
              ]}
            />
          )}
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
          {seen && <FormatFields choice={choice} set={set} />}
          {(of === 'page' || (animated && FORMATS[animated].quality)) && (
            <QualityField quality={choice.quality} set={set} />
          )}
          {of !== 'page' && <ScaleFields choice={{ ...choice, scale }} set={set} size={size} most={most} />}
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
              disabled={failed !== null}
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
          <BackgroundCopy />
        </Stack>
        {seen && (
          <Compare
            key={`${format} ${scale}`}
            written={written}
            making={making}
            at={lookAt(scale)}
            says={written && !failed ? wordsOf(written, format, choice.target !== null) : ''}
          />
        )}
      </div>
    </Dialog>
  );
}

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
  const how = FORMATS[format].quality
    ? `quality ${as.quality}`
    : as.colours === null
      ? 'all colours'
      : `${as.colours} colours`;
  return `${inBytes(file.blob.size)}${searched || FORMATS[format].quality || as.colours !== null ? `, ${how}` : ''}`;
}

/** What the readings of the slide warn of. */
function Weak({ many }: { many: boolean }) {
  const weak = useBench((s) => s.readings.filter((r) => r.verdict === 'strained' || r.verdict === 'lost').length),
    cut = useBench((s) => s.readings.filter((r) => r.flags.includes('overflow')).length);
  return (
    <>
      {weak > 0 && (
        <Alert color="amber" variant="light" p="xs" fz="xs">
          {weak === 1 ? 'One text' : `${weak} texts`}
          {many ? ' of this slide' : ''} {weak === 1 ? 'is' : 'are'} not Clear yet.
        </Alert>
      )}
      {cut > 0 && (
        <Alert color="amber" variant="light" p="xs" fz="xs">
          {cut === 1 ? 'One text has' : `${cut} texts have`} more letters than the frame holds.
        </Alert>
      )}
    </>
  );
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

'use client';
// Hand over: take the picture away. It is painted by the server from what was saved, with the same painter as the
// stage.
import { Alert, Button, Group, NumberInput, Popover, SegmentedControl, Slider, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDownload, IconPackageExport } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { FORMAT_IDS, type FormatId, FORMATS } from '../../core/format/formats';
import { MOTION_FORMAT_IDS, MOTION_FORMATS, type MotionFormatId } from '../../core/format/motion-formats';
import { moves } from '../../core/piece/moments';
import { inWords } from '../shared/api';
import { BackgroundCopy } from './BackgroundCopy';
import { handedBy, intoDownloads, savedBench } from './keeping/handed';
import { currentSize, currentSlide, useBench } from './state/store';

/** One slide, all of them in an archive, side by side as one picture, or the section as a page. */
type What = 'slide' | 'slides' | 'strip' | 'page';

export function HandOver() {
  const size = useBench(currentSize);
  const weak = useBench((s) => s.readings.filter((r) => r.verdict === 'strained' || r.verdict === 'lost').length);
  const cut = useBench((s) => s.readings.filter((r) => r.flags.includes('overflow')).length);
  const [open, setOpen] = useState(false);
  const [format, setFormat] = useState<FormatId>('png');
  // Of a slide where something moves: as an animation, unless a still is wanted.
  const [motion, setMotion] = useState<MotionFormatId | 'still'>('webp');
  const moving = useBench((s) => moves(currentSlide(s)) && !currentSlide(s).show);
  const [quality, setQuality] = useState(90);
  const [scale, setScale] = useState('1');
  const [busy, setBusy] = useState(false);
  const stop = useRef<AbortController | null>(null);
  const [what, setWhat] = useState<What>('slide');
  const slides = useBench((s) => s.piece.slides),
    many = slides.length > 1,
    handed = slides.filter((s) => !s.leftOut).length,
    section = useBench((s) => s.piece.section !== null),
    of: What = what === 'page' ? (section ? what : 'slide') : many ? what : 'slide',
    animated = of === 'slide' && moving && motion !== 'still' ? motion : null,
    still = !animated && of !== 'strip' && of !== 'page';

  const take = async (): Promise<void> => {
    setBusy(true);
    try {
      const { id, revision, piece, slideId, time } = await savedBench();
      const all = { size: size.id, scale, quality: String(quality) };
      const one = {
        slide: String(piece.slides.findIndex((s) => s.id === slideId) + 1),
        revision: String(revision),
        download: '1',
      };
      const query = new URLSearchParams(
        animated
          ? { ...all, slide: one.slide, format: animated }
          : {
              strip: all,
              slides: { ...all, format },
              page: { quality: String(quality) },
              slide: { ...all, ...one, format, ...(time !== null ? { time: String(time) } : {}) },
            }[of],
      );
      stop.current = new AbortController();
      const response = await handedBy(
        `/api/pieces/${id}/${animated ? 'motion' : { strip: 'strip', slides: 'slides', slide: 'render', page: 'page' }[of]}?${query}`,
        stop.current.signal,
      );
      const name = decodeURIComponent(
        /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ??
          { strip: 'strip.png', slides: 'slides.zip', slide: `piece.${animated ?? format}`, page: 'page.zip' }[of],
      );
      intoDownloads(await response.blob(), name);
      notifications.show({ message: `${name} is in your downloads`, autoClose: 5000 });
      setOpen(false);
    } catch (e) {
      if (!stop.current?.signal.aborted) notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };

  return (
    <Popover opened={open} onChange={setOpen} position="bottom-end" width={290} trapFocus>
      <Popover.Target>
        <Button
          data-hand-over
          size="xs"
          leftSection={<IconPackageExport size={16} />}
          onClick={() => setOpen((o) => !o)}
        >
          Hand over
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap="sm">
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
          {(many || section) && (
            <SegmentedControl
              aria-label="What is handed over"
              value={of}
              onChange={(v) => setWhat(v as What)}
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
              onChange={(v) => setMotion(v as MotionFormatId | 'still')}
              data={[
                ...MOTION_FORMAT_IDS.map((id) => ({ value: id as string, label: MOTION_FORMATS[id].name })),
                { value: 'still', label: 'Still' },
              ]}
            />
          )}
          {still && (
            <SegmentedControl
              aria-label="Format"
              value={format}
              onChange={(v) => setFormat(v as FormatId)}
              data={FORMAT_IDS.map((id) => ({ value: id, label: FORMATS[id].name }))}
            />
          )}
          {of === 'strip' && (
            <Text fz="xs">
              {handed} slides side by side as one PNG, {handed * size.width * Number(scale)} ×{' '}
              {size.height * Number(scale)}.
            </Text>
          )}
          {(of === 'page' || (animated ? MOTION_FORMATS[animated].quality : still && FORMATS[format].quality)) && (
            <Group wrap="nowrap" align="flex-end">
              <NumberInput
                size="xs"
                w={76}
                label="Quality"
                min={1}
                max={100}
                value={quality}
                onChange={(v) => typeof v === 'number' && setQuality(Math.min(100, Math.max(1, Math.round(v))))}
              />
              <Slider flex={1} mb={12} min={1} max={100} value={quality} onChange={setQuality} thumbLabel="Quality" />
            </Group>
          )}
          {of !== 'page' && (
            <SegmentedControl
              aria-label="Scale"
              value={scale}
              onChange={setScale}
              data={['1', '2'].map((s) => ({
                value: s,
                label: `${s}×, ${size.width * Number(s)} × ${size.height * Number(s)}`,
              }))}
            />
          )}
          <Group gap={8} wrap="nowrap">
            <Button
              data-download
              flex={1}
              leftSection={<IconDownload size={16} />}
              loading={busy}
              onClick={() => void take()}
            >
              Download
            </Button>
            {busy && (
              <Button variant="default" onClick={() => stop.current?.abort()}>
                Stop
              </Button>
            )}
          </Group>
          {of === 'page' ? (
            <Text fz="xs" c="dimmed">
              A folder with its page, style sheet, pictures in all widths as AVIF, WebP and JPEG, and fonts with the
              letters that are used. It holds at every width, as the stage shows it.
            </Text>
          ) : (
            <Text fz="xs" c="dimmed">
              {moving && still
                ? 'Of a slide that moves, the moment that shows on the stage. '
                : animated === 'gif'
                  ? 'A GIF has at most 256 colours a frame; WebP keeps the photograph. '
                  : ''}
              Painted at full size from the saved piece, by the same painter as the stage.
            </Text>
          )}
          <BackgroundCopy />
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

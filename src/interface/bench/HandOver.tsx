'use client';
// Hand over: take the picture away. It is painted by the server from what was saved, with the same painter as the
// stage.
import { Alert, Button, Group, NumberInput, Popover, SegmentedControl, Slider, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDownload, IconPackageExport } from '@tabler/icons-react';
import { useState } from 'react';
import { FORMAT_IDS, type FormatId, FORMATS } from '../../core/format/formats';
import { inWords } from '../shared/api';
import { save } from './keeping/saving';
import { currentSize, settle, useBench } from './state/store';

export function HandOver() {
  const size = useBench(currentSize);
  const weak = useBench((s) => s.readings.filter((r) => r.verdict === 'strained' || r.verdict === 'lost').length);
  const cut = useBench((s) => s.readings.filter((r) => r.flags.includes('overflow')).length);
  const [open, setOpen] = useState(false);
  const [format, setFormat] = useState<FormatId>('png');
  const [quality, setQuality] = useState(90);
  const [scale, setScale] = useState('1');
  const [busy, setBusy] = useState(false);

  const take = async (): Promise<void> => {
    setBusy(true);
    try {
      settle();
      await save();
      const { id, saved, revision, piece, slideId } = useBench.getState();
      if (saved !== 'saved')
        throw new Error(
          'The piece must be saved first, and the server does not answer. Your edits are safe in this browser; try again in a moment.',
        );
      const query = new URLSearchParams({
        slide: String(piece.slides.findIndex((s) => s.id === slideId) + 1),
        size: size.id,
        format,
        scale,
        quality: String(quality),
        revision: String(revision),
        download: '1',
      });
      const response = await fetch(`/api/pieces/${id}/render?${query}`);
      if (!response.ok)
        throw new Error(
          ((await response.json().catch(() => ({}))) as { title?: string }).title ??
            'The picture could not be painted.',
        );
      const name = decodeURIComponent(
        /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? `piece.${format}`,
      );
      const url = URL.createObjectURL(await response.blob());
      const a = Object.assign(document.createElement('a'), { href: url, download: name });
      a.click();
      setTimeout(() => URL.revokeObjectURL(url), 60_000);
      notifications.show({ message: `${name} is in your downloads`, autoClose: 5000 });
      setOpen(false);
    } catch (e) {
      notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
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
              {weak === 1 ? 'One text is' : `${weak} texts are`} not Clear yet.
            </Alert>
          )}
          {cut > 0 && (
            <Alert color="amber" variant="light" p="xs" fz="xs">
              {cut === 1 ? 'One text has' : `${cut} texts have`} more letters than the frame holds.
            </Alert>
          )}
          <SegmentedControl
            aria-label="Format"
            value={format}
            onChange={(v) => setFormat(v as FormatId)}
            data={FORMAT_IDS.map((id) => ({ value: id, label: FORMATS[id].name }))}
          />
          {FORMATS[format].quality && (
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
          <SegmentedControl
            aria-label="Scale"
            value={scale}
            onChange={setScale}
            data={['1', '2'].map((s) => ({
              value: s,
              label: `${s}×, ${size.width * Number(s)} × ${size.height * Number(s)}`,
            }))}
          />
          <Button data-download leftSection={<IconDownload size={16} />} loading={busy} onClick={() => void take()}>
            Download
          </Button>
          <Text fz="xs" c="dimmed">
            Painted at full size from the saved piece, by the same painter as the stage.
          </Text>
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

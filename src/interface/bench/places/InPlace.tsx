'use client';
// The piece in place: as it lies where it will be seen, in the size in which it is seen there, and how its texts read
// there.
import { ActionIcon, Alert, Button, Group, Loader, SegmentedControl, Select, Text, Tooltip } from '@mantine/core';
import { IconChevronLeft, IconChevronRight, IconDevices } from '@tabler/icons-react';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { isText } from '../../../core/kinds/layers';
import { DEVICES, type Light } from '../../../core/places/place';
import { type PlaceId, placeOf, placesFor } from '../../../core/places/places';
import type { PlaceReading, Reason } from '../../../core/places/read';
import { sizeOf } from '../../../core/piece/resolve';
import { type Verdict, worstVerdict } from '../../../core/reading/verdict';
import { oneLine } from '../../../core/values/plain';
import { Dialog } from '../../shared/Dialog';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { goToLayer, useBench } from '../state/store';
import css from './InPlace.module.css';
import { type SeenPlace, usePlace, usePlaces } from './seen';

/** @param campaign its name */
export function InPlace({ campaign }: { campaign: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Tooltip label="How it looks, and reads, where it will be seen">
        <Button
          data-in-place
          className={css.button}
          aria-label="In place"
          size="xs"
          px={9}
          variant="default"
          leftSection={<IconDevices size={16} />}
          aria-haspopup="dialog"
          onClick={() => setOpen(true)}
        >
          In place
        </Button>
      </Tooltip>
      {open && <InPlaceDialog campaign={campaign} onClose={() => setOpen(false)} />}
    </>
  );
}

/** What makes a text worse there, in words. */
function reasonWords(reason: Reason, { letters, reading }: PlaceReading, over: string): string {
  const many = (n: number): string => (n === 1 ? 'One letter is' : `${n} letters are`);
  return {
    'cut-off': `${many(letters.cutOff)} cut off`,
    covered: `${many(letters.covered)} covered by ${over}`,
    small: `Shown at ${reading.shownPx.toFixed(1)} px`,
    thin: 'Its strokes are thinner than the pixels there',
  }[reason];
}

/** The worst verdict of all texts; null where there is none. */
const worst = (readings: readonly PlaceReading[]): Verdict | null =>
  worstVerdict(readings.map((r) => r.reading.verdict));

function InPlaceDialog({ campaign, onClose }: { campaign: string; onClose: () => void }) {
  const piece = useBench((s) => s.piece),
    [at, setAt] = useState(() => {
      const { slideId, sizeId } = useBench.getState();
      return { slideId, sizeId };
    }),
    [light, setLight] = useState<Light>('light'),
    [chosen, setChosen] = useState<PlaceId | null>(null);
  const number = Math.max(
      0,
      piece.slides.findIndex((s) => s.id === at.slideId),
    ),
    size = sizeOf(piece, at.sizeId),
    places = useMemo(() => placesFor(piece, size, number), [piece, size, number]),
    id = chosen && places.includes(chosen) ? chosen : places[0],
    { seen, making, failed } = usePlace(at, id, campaign, light),
    all = usePlaces(at, places, campaign),
    readings = id && all.get(id),
    pane = useRef<HTMLDivElement>(null),
    [fitted, setFitted] = useState(false),
    place = id && placeOf(id),
    many = piece.slides.length > 1 && !piece.section,
    step = (by: number): void => setAt((a) => ({ ...a, slideId: piece.slides[number + by].id }));
  return (
    <Dialog opened onClose={onClose} title="In place" size={1180} padding="md">
      <div className={css.columns}>
        <nav className={css.list} aria-label="Places">
          {places.map((p) => (
            <button
              key={p}
              type="button"
              className={css.place}
              aria-current={p === id || undefined}
              data-place={p}
              data-verdict={all.has(p) ? (worst(all.get(p)!) ?? 'none') : undefined}
              onClick={() => setChosen(p)}
            >
              <span>{placeOf(p).name}</span>
              {all.has(p) ? <VerdictMark verdict={worst(all.get(p)!)} /> : <Loader size={12} aria-label="Measuring" />}
            </button>
          ))}
          {places.length === 0 && (
            <Text fz="xs" c="dimmed">
              No place is known for a picture of this shape. A size for a destination has its places.
            </Text>
          )}
        </nav>
        <div className={css.middle}>
          <Group gap="sm" justify="space-between" wrap="nowrap" mb={8}>
            <Text fz="xs" c="dimmed" lineClamp={2}>
              {place?.hint}
            </Text>
            <Group gap="sm" wrap="nowrap">
              {many && (
                <Group gap={2} wrap="nowrap">
                  <ActionIcon aria-label="The slide before" disabled={number === 0} onClick={() => step(-1)}>
                    <IconChevronLeft size={16} />
                  </ActionIcon>
                  <Text fz="xs" className={css.number} data-place-slide={number + 1}>
                    {number + 1} of {piece.slides.length}
                  </Text>
                  <ActionIcon
                    aria-label="The next slide"
                    disabled={number === piece.slides.length - 1}
                    onClick={() => step(1)}
                  >
                    <IconChevronRight size={16} />
                  </ActionIcon>
                </Group>
              )}
              {piece.sizes.length > 1 && !piece.section && (
                <Select
                  size="xs"
                  w={190}
                  aria-label="Size"
                  allowDeselect={false}
                  value={size.id}
                  data={piece.sizes.map((s) => ({ value: s.id, label: s.name }))}
                  onChange={(v) => v && setAt((a) => ({ ...a, sizeId: v }))}
                />
              )}
              <SegmentedControl
                size="xs"
                aria-label="How large"
                value={fitted ? 'fitted' : 'true'}
                onChange={(v) => setFitted(v === 'fitted')}
                data={[
                  { value: 'true', label: 'True size' },
                  { value: 'fitted', label: 'Fitted' },
                ]}
              />
              <SegmentedControl
                size="xs"
                aria-label="Light or dark"
                value={light}
                onChange={(v) => setLight(v as Light)}
                data={[
                  { value: 'light', label: 'Light' },
                  { value: 'dark', label: 'Dark' },
                ]}
              />
            </Group>
          </Group>
          <div
            ref={pane}
            className={css.pane}
            tabIndex={0}
            role="region"
            aria-label={place ? `${place.name}, as large as it is seen there` : 'No place'}
            aria-busy={making}
            data-seen={making ? undefined : id}
          >
            {seen && <Painted seen={seen} says={place?.name ?? ''} fitted={fitted} pane={pane} />}
            {failed && (
              <Alert color="amber" variant="light" m="md">
                The place could not be painted. Your piece is safe; try again in a moment.
              </Alert>
            )}
          </div>
        </div>
        <div className={css.readings}>
          <ul aria-label="Readings in this place">
            {readings?.map((r) => (
              <ReadingRow
                key={r.reading.layer}
                found={r}
                over={place?.coveredBy ?? 'something'}
                onShow={() => {
                  goToLayer({ slide: at.slideId, size: at.sizeId, layer: r.reading.layer });
                  onClose();
                }}
              />
            ))}
          </ul>
          {readings?.length === 0 && (
            <Text fz="xs" c="dimmed">
              There are no texts on this slide.
            </Text>
          )}
          {place && readings && readings.length > 0 && (
            <Text fz="xs" c="dimmed">
              {place.device === 'paper'
                ? 'Measured without colour, as fine as print.'
                : `Measured as a ${place.device} shows it, ${DEVICES[place.device].density === 1 ? 'a pixel to a pixel' : `${DEVICES[place.device].density} pixels to one`}.`}
            </Text>
          )}
        </div>
      </div>
    </Dialog>
  );
}

function ReadingRow({ found, over, onShow }: { found: PlaceReading; over: string; onShow: () => void }) {
  const { reading, why } = found,
    layer = useBench((s) => s.piece.slides.flatMap((x) => x.layers).find((l) => l.id === reading.layer));
  if (!layer || !isText(layer)) return null;
  return (
    <li>
      <Group gap={6} wrap="nowrap" align="flex-start">
        <VerdictMark verdict={reading.verdict} />
        <div className={css.words}>
          <Text fz="xs" fw={600} truncate>
            {oneLine(layer.text) || layer.name}
          </Text>
          <Text fz="xs" data-place-reading={reading.layer}>
            {reading.verdict
              ? `${VERDICT_WORD[reading.verdict]}, ${reading.ratio!.toFixed(1)} of ${reading.needed.toFixed(1)}`
              : 'No letters to measure'}
          </Text>
          {why.map((w) => (
            <Text key={w} fz="xs" c="amber" data-why={w}>
              {reasonWords(w, found, over)}
            </Text>
          ))}
        </div>
        <Button size="compact-sm" fz="xs" px={6} variant="subtle" aria-label={`Show ${layer.name}`} onClick={onShow}>
          Show
        </Button>
      </Group>
    </li>
  );
}

/** Pixels as large as they are seen, the slide in the middle; or all of them at once. */
function Painted({
  seen: { picture, at },
  says,
  fitted,
  pane,
}: {
  seen: SeenPlace;
  says: string;
  fitted: boolean;
  pane: RefObject<HTMLDivElement | null>;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { width, height, data } = picture,
      c = canvas.current!;
    c.width = width;
    c.height = height;
    c.getContext('2d')!.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  }, [picture]);
  const { x, y, width, height } = at;
  useEffect(() => {
    const box = pane.current!,
      wide = picture.width / devicePixelRatio,
      high = picture.height / devicePixelRatio,
      k = fitted ? Math.min(1, box.clientWidth / wide, box.clientHeight / high) : 1;
    canvas.current!.style.width = `${Math.floor(wide * k)}px`;
    box.scrollTo(x + width / 2 - box.clientWidth / 2, y + height / 2 - box.clientHeight / 2);
  }, [x, y, width, height, pane, picture, fitted]);
  return <canvas ref={canvas} role="img" aria-label={`The slide: ${says}`} />;
}

'use client';
// Whether a layer goes on over the slides beside its own; and, of a guest, where it belongs.
import { Anchor, SegmentedControl, Stack, Switch, Text } from '@mantine/core';
import { homeOf } from '../../../core/piece/guest-names';
import { boundsOf } from '../../../core/ground/transform';
import type { Layer } from '../../../core/kinds/layers';
import { reachOverSlides, setCarry } from '../../../core/piece/slides';
import { currentSize, edit, frameOf, goToSlide, select, useBench } from '../state/store';

const set = (layer: Layer, carry: Layer['carry'], label: string): void =>
  edit(label, (p) => setCarry(p, useBench.getState().slideId, layer.id, carry));

/** How many slides a layer would reach beside its own. */
function useReach(layer: Layer): number {
  return useBench((s) => {
    const { slides, section } = s.piece;
    if (slides.length < 2 || section || layer.guest) return 0;
    const at = slides.findIndex((x) => x.id === s.slideId),
      { before, after } = reachOverSlides(
        boundsOf(frameOf(layer, s.texts), layer.rotation),
        at,
        slides.length,
        currentSize(s).width,
      );
    return before + after;
  });
}

export function CarryFields({ layer }: { layer: Layer }) {
  const reach = useReach(layer),
    // The message of a slideshow belongs to all of its pictures.
    section = useBench((s) => s.piece.section !== null),
    home = section ? null : homeOf(layer.id),
    n = useBench((s) => s.piece.slides.findIndex((x) => x.id === home?.slide) + 1);
  if (!home && !layer.carry && !reach) return null;
  return (
    <Stack gap={6} data-carry>
      {home ? (
        <Text fz="xs">
          It belongs to slide {n} and goes on over this one.{' '}
          <Anchor
            component="button"
            type="button"
            fz="xs"
            onClick={() => {
              goToSlide(home.slide);
              select([home.layer]);
            }}
          >
            Go to slide {n}
          </Anchor>
        </Text>
      ) : (
        <Switch
          size="xs"
          label={reach > 1 ? `Goes on over ${reach} neighbouring slides` : 'Goes on over the neighbouring slide'}
          checked={layer.carry !== null}
          onChange={(e) =>
            set(
              layer,
              // How far is found from where it lies.
              e.currentTarget.checked ? { before: 0, after: 0, over: layer.band !== 'backdrop' } : null,
              e.currentTarget.checked ? 'Carry over' : 'End at its slide',
            )
          }
        />
      )}
      {layer.carry && (
        <SegmentedControl
          aria-label="On the neighbouring slide it lies"
          value={layer.carry.over ? 'over' : 'under'}
          onChange={(v) => set(layer, { ...layer.carry!, over: v === 'over' }, v === 'over' ? 'Above' : 'Below')}
          data={[
            { value: 'over', label: 'Above its layers' },
            { value: 'under', label: 'Below them' },
          ]}
        />
      )}
      {layer.carry && !home && !reach && (
        <Text fz="xs" c="dimmed">
          There is no slide where it reaches over the edge: it hangs over it.
        </Text>
      )}
    </Stack>
  );
}

// Asking for places: the picture of one, the readings of all.
import { useEffect, useState } from 'react';
import type { Box } from '../../../core/ground/box';
import type { Pixels } from '../../../core/ground/pixels';
import type { Light } from '../../../core/places/place';
import type { PlaceId } from '../../../core/places/places';
import type { Piece } from '../../../core/piece/schema';
import type { PlaceReading } from '../../../core/places/read';
import { readingWorker, solverWorkers } from '../../../workers/clients';
import { report } from '../../shared/report';
import { shownOf, useBench } from '../state/store';

/** What is looked at: a slide in a size. */
export interface At {
  slideId: string;
  sizeId: string;
}

const scene = (slideId: string, sizeId: string) => shownOf({ ...useBench.getState(), slideId, sizeId });

/** A place with the slide in it; what was seen before stays until the next is there. */
export function usePlace(
  { slideId, sizeId }: At,
  place: PlaceId | undefined,
  campaign: string,
  light: Light,
): { seen: SeenPlace | null; making: boolean; failed: boolean } {
  const piece = useBench((s) => s.piece),
    key = JSON.stringify([slideId, sizeId, place, campaign, light]),
    [seen, setSeen] = useState<(Asked & SeenPlace) | null>(null),
    [failed, setFailed] = useState<Asked | null>(null);
  useEffect(() => {
    if (!place) return;
    let on = true;
    readingWorker()
      .inPlace(scene(slideId, sizeId), place, campaign, light, devicePixelRatio)
      .then((found) => on && setSeen({ piece, key, ...found }))
      .catch((e: unknown) => {
        report(e);
        if (on) setFailed({ piece, key });
      });
    return () => {
      on = false;
    };
  }, [slideId, sizeId, place, campaign, light, key, piece]);
  const is = (asked: Asked | null): boolean => asked?.key === key && asked.piece === piece;
  return { seen: place ? seen : null, making: place !== undefined && !is(seen) && !is(failed), failed: is(failed) };
}

/** A painted place, and where in it the slide lies, CSS px. */
export interface SeenPlace {
  picture: Pixels;
  at: Box;
}

/** For which piece, and what else it is asked for. */
interface Asked {
  piece: Piece;
  key: string;
}

/**
 * How the texts read in each place, one after the other, away from the picture that is looked at.
 * @param places the same array as long as they are the same
 */
export function usePlaces(
  { slideId, sizeId }: At,
  places: readonly PlaceId[],
  campaign: string,
): ReadonlyMap<PlaceId, PlaceReading[]> {
  const piece = useBench((s) => s.piece),
    [found, setFound] = useState<(Asked & { map: Map<PlaceId, PlaceReading[]> }) | null>(null),
    key = JSON.stringify([slideId, sizeId, places, campaign]);
  useEffect(() => {
    let on = true;
    void (async () => {
      const map = new Map<PlaceId, PlaceReading[]>();
      for (const id of places) {
        try {
          map.set(id, await solverWorkers()[0].readPlace(scene(slideId, sizeId), id, campaign));
        } catch (e) {
          report(e);
          return;
        }
        if (!on) return;
        setFound({ piece, key, map: new Map(map) });
      }
    })();
    return () => {
      on = false;
    };
  }, [slideId, sizeId, places, campaign, key, piece]);
  return found && found.key === key && found.piece === piece ? found.map : NONE;
}
const NONE: ReadonlyMap<PlaceId, PlaceReading[]> = new Map();

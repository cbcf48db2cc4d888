// What is said of a moment of a slideshow.
import type { Show } from '../../../core/piece/schema';
import { placeInShow } from '../../../core/piece/slideshow';

/** Which picture shows, or between which the one becomes the other. @param time ms */
export function whatShows(show: Show, time: number): string {
  const { at, next, share } = placeInShow(show, time),
    number = (i: number): number => show.pictures[i].number + 1;
  return share ? `Between pictures ${number(at)} and ${number(next)}` : `Picture ${number(at)}`;
}

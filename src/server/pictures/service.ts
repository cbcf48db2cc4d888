// A picture service, from which pictures are taken into the library. A real one would be a file beside the simulated
// one, and take its place here.
import type { Credit, Orientation } from '../../contract/shapes';

export interface OutsidePicture {
  id: string;
  title: string;
  tags: string[];
  width: number;
  height: number;
  credit: Credit;
}
export interface OutsideSearch {
  search?: string;
  /** #rrggbb */
  colour?: string;
  orientation?: Orientation;
  /** From 1. */
  page: number;
}
export interface OutsidePage {
  items: OutsidePicture[];
  total: number;
  pages: number;
}

export interface PictureService {
  readonly id: string;
  readonly name: string;
  /** @throws Problem 502 where it refuses, 504 where it does not answer */
  search(asked: OutsideSearch, signal?: AbortSignal): Promise<OutsidePage>;
  /** A small copy to choose by, JPEG. @throws Problem 404 */
  preview(id: string): Promise<Uint8Array>;
  /** The picture itself. @throws Problem 404 */
  picture(id: string): Promise<{ bytes: Uint8Array; about: OutsidePicture }>;
}

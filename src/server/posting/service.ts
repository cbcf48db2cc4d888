// What Plavo knows of a service that shows posts: little enough that a real one can take the place of the stand-in.
import type { PostKind, Refusal } from '../../core/posting/rules';

export interface PostedPicture {
  /** Its file; asked for once all else is as the service wants it. */
  make: () => Promise<Uint8Array>;
  media: string;
  width: number;
  height: number;
  alternative: string;
}
export interface PostAsk {
  /** Who posts: an account of the service. */
  account: string;
  kind: PostKind;
  pictures: PostedPicture[];
  words: string;
  /** When it is to be shown. */
  at: Date;
}
export type Posted =
  | { taken: false; reasons: Refusal[] }
  | {
      taken: true;
      /** What the service calls it. */
      id: string;
      /** The pictures as it shows them. */
      shown: { bytes: Uint8Array; width: number; height: number }[];
    };

export interface PostingService {
  id: string;
  name: string;
  /** @throws Problem where it cannot be reached, or is busy */
  post(ask: PostAsk, signal: AbortSignal): Promise<Posted>;
  /** Takes it back; nothing where it is gone already. */
  remove(id: string): Promise<void>;
}

// A file for the piece that is open.
import type { AssetInfo } from '../../shared/api';
import { uploadWithNotice } from '../../shared/upload';
import { whileOpen } from '../state/per-piece';

/** Uploads a picture; null where it went wrong or was taken back. */
export const uploaded = (file: File): Promise<AssetInfo | null> => whileOpen(uploadWithNotice(file));

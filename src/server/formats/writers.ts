// Who writes which format; one that is forgotten does not compile.
import type { FormatId } from '../../core/format/formats';
import { jpeg } from './jpeg';
import { png } from './png';
import type { Writer } from './writer';

export const WRITERS: Readonly<Record<FormatId, Writer>> = { png, jpeg };

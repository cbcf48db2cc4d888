// Everything at once: the server makes an archive while the browser takes it into the downloads.
import type { ExportAsk, ExportStatus } from '../../../contract/exports';
import { USUAL_PATTERN } from '../../../core/format/file-names';
import { FORMATS } from '../../../core/format/formats';
import { savedPlace } from '../keeping/handed';
import { api } from '../../shared/api';
import { fetchArchive } from '../../shared/archive';
import { useBench } from '../state/store';
import { type Choice, sizesOf } from './choice';

/** What is asked of the server. @param slide number of the present one, from 1 @param there sizes of the piece */
function exportAsk(
  { several, quality, colours, transparent, target, scale, text, page }: Choice,
  slide: number,
  there: readonly { id: string }[],
): ExportAsk {
  const { formats, all, pattern } = several;
  return {
    ...(all ? {} : { slides: [slide] }),
    sizes: sizesOf(several, there),
    formats,
    scale,
    quality,
    colours: target === null && formats.some((f) => FORMATS[f].colours) ? colours : null,
    transparent,
    target,
    letters: text ? 'text' : 'outlines',
    pageWidth: page.width,
    bleed: page.bleed,
    marks: page.marks,
    grey: page.grey,
    pattern: pattern.trim() || USUAL_PATTERN,
  };
}

/**
 * Makes an archive and takes it into the downloads.
 * @param tell is told how far it is @param signal stops it
 * @returns how it ended @throws Error in words where it cannot be made
 */
export async function takeArchive(
  choice: Choice,
  tell: (status: ExportStatus) => void,
  signal: AbortSignal,
): Promise<ExportStatus> {
  const { id, place } = await savedPlace(),
    { sizes } = useBench.getState().piece;
  return fetchArchive(await api.beginExport(id, exportAsk(choice, Number(place.slide), sizes)), tell, signal);
}

// The picture as it will be handed over, written by the server as soon as the choice rests, and the picture without any
// loss beside it.
import { useEffect, useState } from 'react';
import { ENCODED } from '../../../contract/headers';
import type { NotKept } from '../../../core/format/not-kept';
import { inWords } from '../../shared/api';
import { handedBy, savedPlace } from '../keeping/handed';
import { FORMATS } from '../../../core/format/formats';
import { type Choice, encodingQuery, plainQuery } from './choice';

/** How long a choice has to rest before it is written, ms. */
const REST = 300;

export interface Picture {
  blob: Blob;
  name: string;
  /** Address of the blob, as long as the picture is shown. */
  url: string;
}
export interface Written {
  /** What it was written for. */
  asked: string;
  about: string;
  file: Picture;
  /** Without loss; the file itself where that is so. */
  plain: Picture;
  /** What is looked at: the file, where browsers show such. */
  seen: Picture;
  /** With which quality or colours it was written. */
  as: { quality: number; colours: number | null; notKept?: NotKept[] };
}

const nameIn = (response: Response, otherwise: string): string =>
  decodeURIComponent(
    /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? otherwise,
  );

/** What the server answers, under the name it gives. */
export async function fileFrom(
  path: string,
  otherwise: string,
  signal: AbortSignal,
): Promise<{ blob: Blob; name: string; response: Response }> {
  const response = await handedBy(path, signal);
  return { blob: await response.blob(), name: nameIn(response, otherwise), response };
}

/** The present slide as a file; the piece is saved first. @param encoding how it is written, as `encodingQuery` says */
export async function pictureOf(encoding: string, signal: AbortSignal): ReturnType<typeof fileFrom> {
  const { id, revision, time, place } = await savedPlace(),
    query = new URLSearchParams({
      ...place,
      revision: String(revision),
      download: '1',
      ...(time !== null ? { time: String(time) } : {}),
    });
  return fileFrom(`/api/pieces/${id}/render?${query}&${encoding}`, 'picture', signal);
}

/** How the server says it wrote a file. */
export const encodedIn = (response: Response): Written['as'] =>
  JSON.parse(decodeURIComponent(response.headers.get(ENCODED) ?? '{}')) as Written['as'];

async function write(asked: string, lossless: string, signal: AbortSignal, about: string): Promise<Written> {
  const [file, plain] = await Promise.all([
    pictureOf(asked, signal),
    asked === lossless ? null : pictureOf(lossless, signal),
  ]);
  const shown = ({ blob, name }: { blob: Blob; name: string }): Picture => ({
      blob,
      name,
      url: URL.createObjectURL(blob),
    }),
    own = shown(file),
    bare = plain ? shown(plain) : own;
  return {
    asked,
    about,
    file: own,
    seen: own.blob.type.startsWith('image/') && own.blob.type !== FORMATS.ora.media ? own : bare,
    plain: bare,
    as: encodedIn(file.response),
  };
}

/**
 * The present slide written as chosen.
 * @param wanted null where no picture is handed over @param about what the file says of itself: written anew with it
 */
export function useWritten(
  wanted: Choice | null,
  about: string,
): { written: Written | null; making: boolean; failed: string | null } {
  const asked = wanted && encodingQuery(wanted),
    lossless = wanted && plainQuery(wanted),
    [written, setWritten] = useState<Written | null>(null),
    [failed, setFailed] = useState<{ asked: string; why: string } | null>(null);
  useEffect(() => {
    if (!asked || !lossless) return;
    const stop = new AbortController(),
      timer = setTimeout(
        () =>
          void write(asked, lossless, stop.signal, about)
            .then((made) => {
              if (stop.signal.aborted) letGo(made);
              else setWritten(made);
            })
            .catch((e: unknown) => {
              if (!stop.signal.aborted) setFailed({ asked, why: inWords(e).message });
            }),
        REST,
      );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [asked, lossless, about]);
  useEffect(() => () => void (written && letGo(written)), [written]);
  const why = failed && failed.asked === asked ? failed.why : null;
  return {
    written,
    making: asked !== null && (written?.asked !== asked || written.about !== about) && !why,
    failed: why,
  };
}

function letGo({ file, plain }: Written): void {
  URL.revokeObjectURL(file.url);
  if (plain !== file) URL.revokeObjectURL(plain.url);
}

// Letters of a finished picture: looked for by the server, lifted off as texts of their own, set anew in a font.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import type { Box } from '../../../core/ground/box';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { TextLayer } from '../../../core/kinds/text';
import { lifted, whyNotLifted } from '../../../core/piece/lift';
import { retold } from '../../../core/type/traced';
import { api, inWords } from '../../shared/api';
import { useLettering } from '../state/lettering';
import { whenLeft } from '../state/per-piece';
import { currentSlide, edit, select, useBench } from '../state/store';
import { change } from './layers';

let asking: AbortController | null = null;
export function cancelLettering(): void {
  asking?.abort();
  asking = null;
  useLettering.setState({ busy: null });
}
whenLeft(cancelLettering);

const photoNow = (id: string): PhotoLayer | undefined =>
  currentSlide(useBench.getState()).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l));

/** What is said where no letters were found. */
const nothing = (unread: number, looked: boolean): { title: string; message: string } =>
  unread
    ? {
        title: 'Its letters cannot be told from the picture',
        message:
          'Something is written there, in a colour that lies behind it, too: a reader will hardly see it either.',
      }
    : {
        title: 'No letters were found',
        message: looked ? 'Draw the box round one text, with a little room.' : 'Draw a box round a text on the stage.',
      };

/**
 * Looks for letters in a photo and lifts them off it, as one step.
 * @param boxes where to look, in fractions of the picture; everywhere where left out
 */
export async function findLetters(id: string, boxes?: Box[]): Promise<void> {
  const photo = photoNow(id);
  if (!photo) return;
  const why = whyNotLifted(photo);
  if (why) return void notifications.show({ color: 'amber', title: 'Letters cannot be looked for here', message: why });
  cancelLettering();
  const mine = (asking = new AbortController()),
    { slideId } = useBench.getState();
  useLettering.setState({ busy: id });
  try {
    const found = await api.letters(photo.asset, boxes, mine.signal);
    // The photo may have been replaced, or taken away, meanwhile.
    if (mine !== asking || photoNow(id)?.asset !== photo.asset) return;
    const { texts, clean, unread } = found;
    if (!clean) return void notifications.show({ color: 'amber', ...nothing(unread.length, boxes !== undefined) });
    let made: string[] = [];
    edit(
      'Lift letters off',
      (p) => {
        const done = lifted(p, slideId, id, { texts, clean, file: found }, () => nanoid(10));
        made = done.texts;
        return done.piece;
      },
      null,
    );
    select(made);
    if (unread.length)
      notifications.show({
        color: 'amber',
        title: `${unread.length} ${unread.length === 1 ? 'line' : 'lines'} could not be told from the picture`,
        message: 'Their letters have a colour that lies behind them, too. The others are texts of their own now.',
      });
  } catch (e) {
    if (mine === asking && (e as Error).name !== 'AbortError') notifications.show({ color: 'amber', ...inWords(e) });
  } finally {
    if (mine === asking) cancelLettering();
  }
}

/** Says what is written there; the letters stay as they are. */
export const tellWords = (id: string, text: string): void =>
  change<TextLayer>(
    'Words',
    [id],
    (l) => {
      if (!l.traced) return;
      l.traced = retold(l.traced, text);
      l.text = text;
    },
    `words:${id}`,
  );

/** Sets the words in a font, as any text. */
export const setInFont = (ids: string[]): void =>
  change<TextLayer>('Set in a font', ids, (l) => void (l.traced = null));

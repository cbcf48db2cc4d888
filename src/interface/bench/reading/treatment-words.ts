// What treatments are called where one is chosen, and why one does not make a text Clear.
import { isLaid, type LaidKind, type TreatmentKind } from '../../../core/piece/treatments';
import type { TreatmentWords } from '../kinds/face';
import { laidWords } from '../kinds/faces';

/** What texts and photos have by themselves; treatments that are layers have their words with their kind. */
const BORNE_WORDS: Record<Exclude<TreatmentKind, LaidKind>, TreatmentWords> = {
  backing: {
    name: 'Backing of the text',
    whyNot: 'Another colour of the backing, or of the text, would.',
  },
  shadow: {
    name: 'Shadow of the text',
    whyNot: 'A shadow cannot hold these letters: spread it further, or take a pool.',
  },
  darken: {
    name: 'Photo darkened',
    whyNot: 'Even a black photo would not make this text Clear: its ink is too dark.',
  },
  lighten: {
    name: 'Photo lightened',
    whyNot: 'Even a white photo would not make this text Clear: its ink is too light.',
  },
  blur: {
    name: 'Photo blurred',
    whyNot: 'What is behind the letters is too light or too dark however smooth it is. Ways through shows what helps.',
  },
};
export const wordsOf = (kind: TreatmentKind): TreatmentWords => (isLaid(kind) ? laidWords(kind) : BORNE_WORDS[kind]);

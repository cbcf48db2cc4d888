// A rough version of slides from their notes: every text Clear from the first moment.
import { makeFill } from '../kinds/fill';
import { makeText } from '../kinds/text';
import { emptySlide } from '../piece/make';
import { headlineOf, roughColours, roughVersion } from '../piece/rough';
import { type Piece, PieceSchema } from '../piece/schema';
import { easelFor } from '../testing/pixels';
import { ids, scene } from '../testing/scenes';
import { readSlide } from './read';

const { painter } = easelFor();

describe('a rough version', () => {
  const FONTS = {
    headline: { family: 'Archivo', weight: 700, italic: false },
    text: { family: 'Archivo', weight: 400, italic: false },
  };
  it('takes headline and text from a note', () => {
    expect(headlineOf('Four trains a day: two each way')).toEqual({
      headline: 'Four trains a day',
      text: 'two each way',
    });
    expect(headlineOf('Lake Sill – by the water')).toEqual({ headline: 'Lake Sill', text: 'by the water' });
    expect(headlineOf('Ready? Get in.')).toEqual({ headline: 'Ready?', text: 'Get in.' });
    expect(headlineOf('  Slow trains,\n long views ')).toEqual({ headline: 'Slow trains, long views', text: '' });
  });
  it('is Clear on every slide, whatever the colours are, and leaves alone what is there', async () => {
    const swatches = [
      { id: 'mid', name: 'Mid', colour: '#808080', house: true },
      { id: 'amber', name: 'Amber', colour: '#f2a31b', house: true },
    ];
    // Nothing can be told well enough from mid grey.
    expect(roughColours(swatches).ground).toEqual({ swatch: 'amber' });
    expect(roughColours([])).toEqual({ ground: '#16202a', ink: '#ffffff' });
    const { piece } = scene(() => [], 1080, 1350, 375),
      notes = ['Slow trains, long views', `Long: ${'many words that go on and on '.repeat(9)}`, ''];
    const begun: Piece = {
      ...piece,
      swatches,
      slides: [
        ...notes.map((note, i) => emptySlide(`s${i}`, note)),
        {
          ...emptySlide('has', 'Has one'),
          layers: [makeFill('g', '#e8e0d0', piece.sizes[0]), makeText('t', 'Long', piece.sizes[0], '#101010')],
        },
      ],
    };
    const { piece: rough, made } = roughVersion(begun, FONTS, ids('new'));
    expect(made).toBe(2);
    expect(rough.slides.slice(2)).toEqual(begun.slides.slice(2));
    expect(PieceSchema.safeParse(rough).error).toBeUndefined();
    for (const s of rough.slides.slice(0, 2)) {
      await painter.prepare(s);
      const readings = readSlide(painter, rough, s, rough.sizes[0]);
      expect(readings.length).toBeGreaterThan(0);
      expect(readings.map((r) => [r.verdict, r.flags])).toEqual(readings.map(() => ['clear', []]));
    }
    expect(roughVersion(rough, FONTS, ids('more')).made).toBe(0);
  });
});

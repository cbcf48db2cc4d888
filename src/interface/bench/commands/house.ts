// What of the house style is laid on a slide: text styles, the tone of photos, logos.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { inkOver } from '../../../core/colour/beneath';
import { zonesOf } from '../../../core/arrange/zones';
import { inHouseTone, inTextStyle } from '../../../core/house/follow';
import { sideOf, toneAsHouse } from '../../../core/house/styled';
import { makeLogo } from '../../../core/house/logo';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { TextLayer } from '../../../core/kinds/text';
import { addLayer } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import { putSwatch } from '../../../core/piece/swatches';
import type { HouseStyle, TextStyle, TextUse } from '../../../core/values/house';
import type { Colour } from '../../../core/values/fill';
import { oneLine, type SwatchRole } from '../../../core/values/plain';
import { hexOf } from '../../../core/values/swatches';
import { paletteOf } from '../../shared/assets';
import { wentWrong } from '../../shared/went-wrong';
import { changeHouse, useHouse } from '../keeping/house';
import { currentSlide, edit, frameOf, select, useBench } from '../state/store';
import { seenIn } from './beneath';

const state = useBench.getState;

/** An edit by the house style; while that is not known yet, nothing is done by it. */
function editByHouse(label: string, by: (piece: Piece, house: HouseStyle) => Piece): void {
  const { loaded, style } = useHouse.getState();
  if (loaded) edit(label, (p) => by(p, style));
}

/** Sets texts in a style of the house; null links them to none. */
export const setTextStyle = (layers: readonly TextLayer[], style: string | null): void =>
  editByHouse('Text style', (p, house) =>
    inTextStyle(
      p,
      state().slideId,
      layers.map((l) => l.id),
      style,
      house,
    ),
  );

export const setHouseTone = (photo: string, on: boolean): void =>
  editByHouse('Tone of the house', (p, house) => inHouseTone(p, state().slideId, [photo], on, house));

/** The look of a text becomes a style of the house, in which it is set then. */
export async function keepTextStyle(layer: TextLayer, use: TextUse): Promise<void> {
  const { piece } = state(),
    { fill } = layer,
    words = oneLine(layer.text).slice(0, 24).trim(),
    house = useHouse.getState().style,
    linked = fill.kind === 'colour' && typeof fill.colour !== 'string' ? fill.colour.swatch : null,
    id = nanoid(10);
  const style: TextStyle = {
    id,
    name: words ? `As in “${words}”` : 'New style',
    use,
    font: layer.font,
    size: Math.min(1, Math.max(0.005, layer.fontSize / sideOf(piece.sizes[0]))),
    letterSpacing: layer.letterSpacing,
    lineHeight: layer.lineHeight,
    case: layer.case,
    colour:
      fill.kind !== 'colour'
        ? null
        : linked !== null && house.swatches.some((s) => s.id === linked)
          ? { swatch: linked }
          : hexOf(fill.colour, piece),
    shadow: null,
  };
  try {
    await changeHouse((h) => ({ ...h, textStyles: [...h.textStyles, style] }));
    setTextStyle([layer], id);
    notifications.show({
      title: 'Kept as a style of the house',
      message: 'Its name and what it is for can be changed on the page of the house style.',
      autoClose: 7000,
    });
  } catch (e) {
    wentWrong(e);
  }
}

/** The tone of a photo becomes that of the house, which has none yet; the photo follows it then. */
export async function keepTone(photo: PhotoLayer): Promise<void> {
  const tone = toneAsHouse(photo.tone, state().piece.sizes[0]);
  try {
    const kept = await changeHouse((h) => (h.tone ? null : { ...h, tone }));
    if (kept) setHouseTone(photo.id, true);
    notifications.show(
      kept
        ? {
            title: 'Kept as the tone of the house',
            message: 'Other photos take it under Tone. It is changed on the page of the house style, for all of them.',
            autoClose: 7000,
          }
        : {
            title: 'The house has a tone by now',
            message: 'Somebody kept one meanwhile. It can be taken, or changed on the page of the house style.',
            autoClose: 7000,
          },
    );
  } catch (e) {
    wentWrong(e);
  }
}

/** Lays a logo in a free corner, in its own colours or the first of the house's that can be told from what is there. */
export async function addLogo(logo: HouseStyle['logos'][number]): Promise<void> {
  const { piece, texts, slideId } = state(),
    [size] = piece.sizes,
    others = currentSlide(state())
      .layers.filter((l) => l.visible && l.band === 'message')
      .map((l) => frameOf(l, texts)),
    layer = makeLogo(nanoid(10), logo, size, [...others, ...zonesOf(size)]),
    house = useHouse.getState().style;
  const [seen, found] = await Promise.all([seenIn(layer.box), paletteOf(logo.asset).catch(() => null)]),
    main = found?.reduce<(typeof found)[number] | null>((a, b) => (a && a.share >= b.share ? a : b), null)?.hex,
    hexes = logo.colours.map((c) => hexOf(c, house));
  let own = true;
  if (seen && main && hexes.length) {
    const ink = inkOver(seen, [main, ...hexes]);
    const at = ink === main ? -1 : hexes.indexOf(ink);
    if (at >= 0) {
      own = false;
      layer.oneColour = logo.colours[at];
      layer.asset = logo.plain ?? logo.asset;
    }
  }
  edit('Add logo', (p) => {
    const { oneColour } = layer,
      swatch = oneColour !== null && typeof oneColour !== 'string' ? oneColour.swatch : null,
      of = house.swatches.find((s) => s.id === swatch),
      ready = of && !p.swatches.some((s) => s.id === of.id) ? putSwatch(p, of) : p;
    return addLayer(ready, slideId, layer);
  });
  select([layer.id]);
  if (!own)
    notifications.show({
      title: `${logo.name}, all in one colour`,
      message: 'In its own colours it could hardly be told from what lies there.',
      autoClose: 6000,
    });
}

/** The style of the house for a use; null where it has none. */
export const styleFor = (use: TextUse): HouseStyle['textStyles'][number] | null =>
  useHouse.getState().style.textStyles.find((s) => s.use === use) ?? null;

/** The colour of the house for a role; null where it has none. */
export function swatchFor(role: SwatchRole): Colour | null {
  const swatch = useHouse.getState().style.swatches.find((s) => s.role === role && s.colour !== undefined);
  return swatch ? { swatch: swatch.id } : null;
}

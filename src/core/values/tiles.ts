// The names of all tiles of ours, by which documents know them: `pattern/catalogue.ts` has one for each.
export const TILE_IDS = [
  'hatch-level', 'hatch-upright', 'hatch-rising', 'hatch-falling', 'hatch-fine', 'hatch-steep', 'hatch-gentle',
  'hatch-broken', 'hatch-pairs', 'pinstripe', 'stripe-broad', 'stripe-slanted', 'cross-hatch', 'grid',
  'grid-double', 'dashes',
  'dots', 'dots-offset', 'dots-fine', 'dots-big', 'dots-two-sizes', 'rings', 'rings-linked', 'rings-nested',
  'half-circles', 'waves', 'waves-steep', 'ripples', 'scales', 'scales-nested',
  'diamonds-outlined', 'diamonds-solid', 'diamonds-nested', 'harlequin', 'chevrons', 'chevrons-broad', 'zigzag',
  'herringbone', 'triangles-solid', 'triangles-outlined', 'hexagons', 'hexagons-solid', 'stars', 'stars-outlined',
  'plus', 'plus-offset', 'times',
  'checks', 'gingham', 'plaid', 'brick', 'brick-upright', 'basket', 'mosaic', 'ladder', 'steps',
  'leaves', 'leaves-outlined', 'sprigs', 'petals', 'blossom', 'drops', 'contours', 'peaks', 'pines', 'flakes',
  'rain',
  'confetti', 'confetti-round', 'sprinkles', 'terrazzo', 'grain', 'speckle', 'crystals',
] as const;
export type TileId = (typeof TILE_IDS)[number];

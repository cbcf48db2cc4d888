// What the big button and the strength chart ask about: a treatment, and whose letters count; and setting it.
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { isText } from '../../../core/kinds/layers';
import { isBackdropPhoto, slideOf } from '../../../core/piece/resolve';
import type { Piece } from '../../../core/piece/schema';
import { hasColour, isLaid, isOfText } from '../../../core/piece/treatments';
import { type TreatmentAsk, withTreatmentAt } from '../../../core/remedy/begin-treatment';
import type { Way } from '../../../core/remedy/way';
import {
  meantTexts,
  plannedBy,
  type Scope,
  scopeNow,
  selectedText,
  type Treatment,
  useChosen,
  useTreatment,
} from '../commands/chosen-treatment';
import { bestKnown, useWays } from '../measuring/ways';
import { usePanelPiece } from '../state/panel-piece';
import { inMeantSizes } from '../state/size-scope';
import { currentSlide, edit, useBench } from '../state/store';

export interface Asked {
  treatment: Treatment;
  piece: Piece;
  slideId: string;
  ask: TreatmentAsk & { everySlide: boolean };
  scope: Scope;
  scopes: Scope[];
  /** Whose letters must be Clear, in words. */
  whom: string;
  /** Is there something that could have it? */
  possible: boolean;
  /** The best way is taken, rather than this treatment. */
  best: boolean;
}

const WHOM: Record<Scope, string> = {
  text: 'this text',
  slide: 'every text of the slide',
  all: 'every text of all slides',
};

/** The best way for the meant texts, once it is known. */
export function useBestWay(): Way | null {
  useChosen((s) => s.scope);
  const ways = useWays();
  return useBench((s) => bestKnown(ways, meantTexts(s)));
}

/** The question, in another colour where one is given or it begins something that has one. */
export const inColour = ({ ask, treatment }: Asked, hex: string): Asked['ask'] => ({
  ...ask,
  ...('colour' in ask || hex !== treatment.colour ? { colour: hex } : {}),
});

export function useAsked(): Asked {
  const treatment = useTreatment();
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const layer = useBench(selectedText);
  useChosen((s) => s.scope);
  const scope = useBench(scopeNow),
    best = useBench(plannedBy) === 'best';
  const { overlay, kind, colour, property } = treatment;
  const id = overlay?.id ?? null;
  const slide = currentSlide({ piece, slideId });
  const many = piece.slides.length > 1 && !piece.section,
    texts = slide.layers.filter((l) => isText(l) && l.visible).length;
  const scopes: Scope[] = [
    ...(layer !== null ? (['text'] as const) : []),
    ...(layer === null || texts > 1 || many ? (['slide'] as const) : []),
    ...(many ? (['all'] as const) : []),
  ];
  const ask = useMemo(
    () => ({
      overlay: id,
      kind,
      property,
      texts: scope === 'text' && layer !== null ? [layer] : undefined,
      everySlide: scope === 'all',
      ...(id === null && hasColour(kind) ? { colour } : {}),
    }),
    [id, kind, property, scope, layer, colour],
  );
  const possible =
    isLaid(kind) || slide.layers.some((l) => (isOfText(kind) ? isText(l) && l.visible : isBackdropPhoto(l)));
  return { treatment, piece, slideId, ask, scope, scopes, whom: WHOM[scope], possible, best };
}

/** Sets the strength (0..1) of what is asked about, begun where there was none. @param hex its colour */
export function applyStrength(
  asked: Asked,
  strength: number,
  hex: string,
  label: string,
  merge: string | null = null,
): void {
  const { slideId, scope } = asked;
  let added: string | null = null;
  edit(
    label,
    inMeantSizes((p) => {
      const here = slideOf(p, slideId);
      const next = withTreatmentAt(
        p,
        scope === 'all' ? [here, ...p.slides.filter((s) => s !== here)] : [here],
        inColour(asked, hex),
        strength,
        () => nanoid(10),
      );
      added = next.added;
      return next.piece;
    }),
    merge,
  );
  if (added !== null) useChosen.setState({ what: { layer: added } });
}

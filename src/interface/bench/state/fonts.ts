// Fonts that can be chosen: those that ship, those of the campaign, favourites and those used lately.
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { FAMILIES, familiesOf, type Family, type OwnFont } from '../../../core/type/catalogue';
import { tellFonts } from '../../../workers/clients';
import { api } from '../../shared/api';
import { useBench } from './store';

interface Fonts {
  /** The campaign's own. */
  own: OwnFont[];
}
export const useFonts = create<Fonts>(() => ({ own: [] }));

interface Habits {
  favourites: string[];
  recent: string[];
}
const MOST_RECENT = 6;
export const useFontHabits = create<Habits>()(
  persist<Habits>(() => ({ favourites: [], recent: [] }), { name: 'plavo-fonts' }),
);
export const toggleFavourite = (family: string): void =>
  void useFontHabits.setState(({ favourites }) => ({
    favourites: favourites.includes(family) ? favourites.filter((f) => f !== family) : [...favourites, family],
  }));
export const rememberFont = (family: string): void =>
  void useFontHabits.setState(({ recent }) => ({
    recent: [family, ...recent.filter((f) => f !== family)].slice(0, MOST_RECENT),
  }));

/** All families there are: shipped, then the campaign's own. */
export const familiesKnown = (): Family[] => [...FAMILIES, ...familiesOf(useFonts.getState().own)];

/** Makes the campaign's fonts known to the page and the workers. */
export async function takeFonts(own: OwnFont[]): Promise<void> {
  const before = useFonts.getState().own;
  useFonts.setState({ own });
  if (JSON.stringify(before) === JSON.stringify(own)) return;
  await tellFonts(familiesOf(own));
  // What was set in a replacement is painted and measured again.
  useBench.setState((s) => ({ epoch: s.epoch + 1 }));
}

/** Adds fonts to the campaign. @throws ApiError saying what is wrong with a file */
export async function addFonts(files: readonly File[], licence: string): Promise<OwnFont[]> {
  const { campaign } = useBench.getState(),
    added: OwnFont[] = [];
  for (const file of files) added.push(...(await api.addFont(campaign, file, licence)));
  await takeFonts(await api.fonts(campaign));
  return added;
}

export async function removeFont(font: string): Promise<void> {
  const { campaign } = useBench.getState();
  await api.removeFont(campaign, font);
  await takeFonts(await api.fonts(campaign));
}

/** Families that go well together, by contrast of form at a like tone: a display face with a quiet one. */
export const PAIRS: Record<string, string[]> = {
  Archivo: ['Lora', 'Zilla Slab', 'EB Garamond'],
  'Work Sans': ['Fraunces', 'Playfair Display', 'Bitter'],
  'Atkinson Hyperlegible': ['Zilla Slab', 'Lora', 'Oswald'],
  'Space Grotesk': ['EB Garamond', 'JetBrains Mono', 'Lora'],
  Oswald: ['Lora', 'Work Sans', 'EB Garamond'],
  'Bebas Neue': ['Work Sans', 'Lora', 'Caveat'],
  Anton: ['Work Sans', 'EB Garamond', 'Kaushan Script'],
  'Abril Fatface': ['Work Sans', 'Lora', 'Archivo'],
  'Playfair Display': ['Work Sans', 'Archivo', 'Caveat'],
  Lora: ['Archivo', 'Oswald', 'Work Sans'],
  'EB Garamond': ['Space Grotesk', 'Archivo', 'Oswald'],
  Fraunces: ['Work Sans', 'Space Grotesk', 'Atkinson Hyperlegible'],
  'Zilla Slab': ['Work Sans', 'Archivo', 'Caveat'],
  Bitter: ['Work Sans', 'Oswald', 'Space Grotesk'],
  Caveat: ['Zilla Slab', 'Work Sans', 'Playfair Display'],
  'Kaushan Script': ['Oswald', 'Work Sans', 'Lora'],
  'JetBrains Mono': ['Space Grotesk', 'Work Sans', 'Zilla Slab'],
  'Noto Sans': ['Fraunces', 'Zilla Slab', 'Lora'],
};

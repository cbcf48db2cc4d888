'use client';
// Colours used lately, kept in this browser.
import { create } from 'zustand';

const KEY = 'plavo-recent-colours';
const MOST = 10;

function kept(): string[] {
  try {
    const v: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(v)
      ? v.filter((c): c is string => typeof c === 'string' && /^#[0-9a-f]{6}([0-9a-f]{2})?$/.test(c)).slice(0, MOST)
      : [];
  } catch {
    return [];
  }
}

export const useRecent = create<{ colours: string[] }>(() => ({
  colours: typeof localStorage === 'undefined' ? [] : kept(),
}));

export function rememberColour(hex: string): void {
  const colours = [hex, ...useRecent.getState().colours.filter((c) => c !== hex)].slice(0, MOST);
  useRecent.setState({ colours });
  try {
    localStorage.setItem(KEY, JSON.stringify(colours));
  } catch {
    // A full or forbidden store: the list lives as long as the page.
  }
}

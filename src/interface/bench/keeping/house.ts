// The campaign's house style. What the user changes of its swatches here is changed in the campaign, undo included,
// swatch by swatch and over a revision: what somebody else changed meanwhile stays. Opening a piece changes nothing.
import { notifications } from '@mantine/notifications';
import { create } from 'zustand';
import { withHouse } from '../../../core/house/follow';
import { NO_HOUSE } from '../../../core/house/styled';
import type { Swatch } from '../../../core/values/fill';
import type { HouseStyle } from '../../../core/values/house';
import { api, ApiError, type House, inWords } from '../../shared/api';
import { edit, useBench } from '../state/store';

const REST = 500;
const RETRY = 2000;

interface Known {
  /** As the campaign has them, with what is on its way. */
  style: HouseStyle;
  loaded: boolean;
}
export const useHouse = create<Known>(() => ({ style: NO_HOUSE, loaded: false }));

/**
 * What the user changed and the campaign has not taken yet: a swatch, or null for one that was taken out. Kept until it
 * has.
 */
type Changes = Record<string, Swatch | null>;

let campaign = '';
let stored: House | null = null;
let changes: Changes = {};
let timer: ReturnType<typeof setTimeout> | null = null;
let busy = false;
/** The piece is being brought in line with the campaign: no edit of the user's. */
let following = false;

const place = (of: string): string => `plavo-house:${of}`;
function keep(): void {
  try {
    if (Object.keys(changes).length) localStorage.setItem(place(campaign), JSON.stringify(changes));
    else localStorage.removeItem(place(campaign));
  } catch {
    // Without storage they live as long as the page.
  }
}
function kept(of: string): Changes {
  try {
    return JSON.parse(localStorage.getItem(place(of)) ?? '{}') as Changes;
  } catch {
    return {};
  }
}

/** A house style with changes made to its swatches. */
export function changed(style: HouseStyle, by: Changes): HouseStyle {
  const { swatches } = style,
    there = new Set(swatches.map((s) => s.id));
  return {
    ...style,
    swatches: [
      ...swatches.flatMap((s) => (s.id in by ? (by[s.id] ?? []) : s)),
      ...Object.entries(by).flatMap(([id, s]) => (s && !there.has(id) ? s : [])),
    ],
  };
}

const show = (): void =>
  useHouse.setState({ style: stored ? changed(stored.style, changes) : NO_HOUSE, loaded: stored !== null });

function soon(wait: number): void {
  if (timer) clearTimeout(timer);
  timer = setTimeout(() => void send(), wait);
}

/** Takes what the campaign has now; the piece follows what somebody else changed. */
function take(house: House): void {
  stored = house;
  show();
  following = true;
  edit('House style, as changed elsewhere', (p) => withHouse(p, useHouse.getState().style));
  following = false;
}

/** Sends what was changed. Over a newer house style the changes are made again on that one. */
async function send(): Promise<void> {
  timer = null;
  if (busy || !stored) return;
  busy = true;
  const of = campaign;
  try {
    while (of === campaign && Object.keys(changes).length) {
      const sent = { ...changes };
      try {
        const house = await api.saveHouse(of, stored.revision, changed(stored.style, sent));
        if (of !== campaign) return;
        stored = house;
        for (const [id, s] of Object.entries(sent)) if (changes[id] === s) delete changes[id];
        keep();
        show();
      } catch (e) {
        if (of !== campaign) return;
        if (e instanceof ApiError && e.status === 409)
          take({ revision: Number(e.body.revision), style: e.body.house as HouseStyle });
        else {
          if (e instanceof ApiError && e.status < 500) {
            // Asked again it would be refused again.
            notifications.show({
              color: 'amber',
              title: 'The house style was not changed',
              message: `${inWords(e).message} This piece keeps its colours.`,
            });
            changes = {};
            keep();
            show();
          } else soon(RETRY);
          return;
        }
      }
    }
  } finally {
    busy = false;
    if (of !== campaign && Object.keys(changes).length) soon(0);
  }
}

function put(by: Changes): void {
  changes = { ...changes, ...by };
  keep();
  show();
  soon(REST);
}

/** Takes a swatch out of the house style; pieces that use it keep it as their own. */
export const leaveHouse = (id: string): void => put({ [id]: null });

/**
 * Changes the house style over its latest revision; what somebody else changes meanwhile stays.
 * @param by null where there is nothing to change any more
 * @returns whether it was changed
 * @throws ApiError, Unreachable
 */
export async function changeHouse(by: (style: HouseStyle) => HouseStyle | null): Promise<boolean> {
  const of = campaign;
  for (let tries = 0; ; tries++) {
    const house = await api.house(of),
      next = by(house.style);
    try {
      const now = next ? await api.saveHouse(of, house.revision, next) : house;
      if (of === campaign) take(now);
      return next !== null;
    } catch (e) {
      if (!(e instanceof ApiError && e.status === 409) || tries > 4) throw e;
    }
  }
}

/** What an edit of the user's changed of the piece's house swatches. */
function follow(now: readonly Swatch[], before: readonly Swatch[]): void {
  const known = useHouse.getState();
  if (!known.loaded || following) return;
  const same = (a: Swatch | undefined, b: Swatch): boolean => JSON.stringify(a) === JSON.stringify(b);
  const own = now.filter(
    (s) =>
      s.house &&
      !same(
        before.find((b) => b.id === s.id),
        s,
      ) &&
      !same(
        known.style.swatches.find((k) => k.id === s.id),
        s,
      ),
  );
  if (own.length) put(Object.fromEntries(own.map((s) => [s.id, s])));
}

/** Begins keeping the house style of the opened piece's campaign. @returns a function that stops it */
export function keepHouse(of: string): () => void {
  campaign = of;
  stored = null;
  changes = kept(of);
  show();
  api.house(of).then(
    (house) => {
      if (campaign !== of) return;
      take(house);
      if (Object.keys(changes).length) soon(0);
    },
    (e: unknown) => console.error(e),
  );
  // What is opened, or was saved by another window, is no edit of the user's.
  const stop = useBench.subscribe(
    (now, before) =>
      now.piece !== before.piece &&
      now.opened === before.opened &&
      now.piece.swatches !== before.piece.swatches &&
      follow(now.piece.swatches, before.piece.swatches),
  );
  return () => {
    stop();
    if (timer) {
      clearTimeout(timer);
      void send();
    }
  };
}

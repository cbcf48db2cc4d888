'use client';
// The bench: stack, stage, reading and controls of one piece.
import { Button, Loader, Stack } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { type Opening, OPENING } from '../../contract/opening';
import { isPhoto, isText } from '../../core/kinds/layers';
import { emptyHistory, passesThrough } from '../../core/piece/history';
import { nameOf } from '../../core/piece/name';
import type { Piece } from '../../core/piece/schema';
import { letSolversGo, onBreakdown, stageWorker } from '../../workers/clients';
import { api, ApiError, inWords, type StoredPiece } from '../shared/api';
import { BEGIN_WITH_HEADLINE, BEGIN_WITH_LETTERS } from '../shared/beginning';
import { PageLink } from '../shared/PageLink';
import { isShown, wasShown } from '../shared/served';
import css from './Bench.module.css';
import { addText } from './commands/adding';
import { findLetters } from './commands/lettering';
import { ContextMenu } from './ContextMenu';
import { Controls } from './controls/Controls';
import { Drawer } from './Drawer';
import { DrawerButton, Foot } from './Foot';
import { keepHouse } from './keeping/house';
import { withHouse } from '../../core/house/follow';
import { NO_HOUSE } from '../../core/house/styled';
import type { HouseStyle } from '../../core/values/house';
import { forgetJournal, type JournalEntry, readJournals, tidyJournal, writeJournal } from './keeping/journal';
import { afterSaving, keepSaving } from './keeping/saving';
import { useKeys } from './keyboard/keys';
import { Shortcuts } from './keyboard/Shortcuts';
import { keepAhead } from './measuring/ahead';
import { keepJoins } from './measuring/joins';
import { keepMeasuring } from './measuring/measuring';
import { keepLaidOut } from './keeping/laid-out';
import { Announce } from './reading/Announce';
import { ReadingPanel, ReadingParts } from './reading/ReadingPanel';
import { SlideStrip } from './slides/SlideStrip';
import { Stack as LayerStack } from './stack/Stack';
import { FocusFollows } from './stage/Overlay';
import { Stage } from './stage/Stage';
import { useDrawers, useInDrawers } from './state/drawers';
import { takeFonts } from './state/fonts';
import { openPart } from './state/panels';
import { leavePiece, whileOpen } from './state/per-piece';
import { currentSlide, openBench, select, useBench } from './state/store';
import { TopBar } from './TopBar';

const unopened = (why: string, piece: unknown, at: number): void =>
  void notifications.show({
    color: 'amber',
    autoClose: false,
    title: 'Unsaved edits of an earlier visit cannot be opened',
    message: (
      <Stack gap={6} align="flex-start">
        {why}. They stay in this browser; the piece is shown as it was last saved.
        <Button
          size="compact-xs"
          variant="default"
          component="a"
          download="unsaved-piece.json"
          href={URL.createObjectURL(new Blob([JSON.stringify(piece)], { type: 'application/json' }))}
        >
          Download the edits of {new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
        </Button>
      </Stack>
    ),
  });

/** House swatches as the stored piece has them; others, one just shared among them, as they are. */
const inHouseColours = (piece: Piece, stored: Piece): Piece => ({
  ...piece,
  swatches: piece.swatches.map((s) => (s.house ? (stored.swatches.find((x) => x.house && x.id === s.id) ?? s) : s)),
});

/** As much of the house style as a piece knows. */
const houseIn = ({ swatches, house }: Piece): HouseStyle => ({
  ...NO_HOUSE,
  ...house,
  swatches: swatches.filter((s) => s.house),
});

/** What the page brought along; asked for anew where the page was shown before, and may be outdated. */
async function newest(opening: Opening): Promise<Opening> {
  const { served, stored, fonts } = opening;
  if (!wasShown(served)) return opening;
  try {
    const now = await api.piece(stored.id);
    return { served, stored: now, fonts: await api.fonts(now.campaign) };
  } catch (e) {
    // It is gone, and the server says so; or it is away, and what is known is shown.
    if (e instanceof ApiError && e.status === 404) window.location.reload();
    return { served, stored, fonts };
  }
}

/** Opens the stored piece, with what the journal knows beyond it. @returns the piece as the server has it */
async function begin(given: StoredPiece): Promise<StoredPiece> {
  let stored = given;
  // It may be the piece that was just left.
  await whileOpen(afterSaving());
  const all = await whileOpen(readJournals(stored.id).catch(() => []));
  // It was saved by this browser after the page was made.
  if (all.some((k) => k.revision > stored.revision)) stored = await whileOpen(api.piece(stored.id).catch(() => given));
  openBench(stored);
  // The validator is only needed where something was kept.
  if (!all.length) return stored;
  const { openPiece } = await whileOpen(import('../../core/piece/upgrade'));
  let taken = false;
  for (const kept of all) {
    // An older program may have written it: brought forward as the server does with documents.
    const opened = openPiece(kept.piece);
    if (!opened.ok) {
      if (kept.unsaved) unopened(opened.faults[0]?.reason ?? 'They are damaged', kept.piece, kept.at);
      continue;
    }
    // House swatches may have changed in the campaign since; that alone is no difference.
    const piece = inHouseColours(opened.piece, stored.piece);
    const same = [piece, withHouse(opened.piece, houseIn(stored.piece))].some(
        (p) => JSON.stringify(p) === JSON.stringify(stored.piece),
      ),
      asWritten = (kept.piece as { version?: unknown }).version === piece.version;
    const history = asWritten ? kept.history : emptyHistory;
    if (!taken && same) openBench({ ...stored, history });
    else if (!taken && kept.unsaved) {
      // Edits of an earlier visit that never reached the server. Over an older revision they are a conflict, which
      // asks; unless that is a state of theirs, saved when the page was left and nobody was there to be told.
      const revision = passesThrough(piece, history, stored.piece) ? stored.revision : kept.revision;
      openBench({ ...stored, piece, revision, history, saved: 'unsaved' });
      notifications.show({
        title: 'Unsaved edits are back',
        message: 'They were kept in this browser when it was closed or the server was away.',
        autoClose: 7000,
      });
    } else if (kept.unsaved && !same) {
      offer(stored, piece, kept);
      continue;
    } else continue;
    taken = true;
    await writeJournal(
      stored.id,
      useBench.getState().revision,
      kept.unsaved && !same,
      useBench.getState().piece,
      history,
    ).catch(() => {});
    if (kept.window !== all[0].window || kept !== all[0]) await forgetJournal(stored.id, kept.window).catch(() => {});
  }
  void tidyJournal().catch(() => {});
  return stored;
}

/**
 * Unsaved edits that another window left, beside those that were taken up: they become a piece of their own where they
 * are wanted.
 */
function offer(stored: StoredPiece, piece: Piece, { window, at }: JournalEntry): void {
  const note = `left-${window}`;
  const keep = async (): Promise<void> => {
    try {
      const made = await api.newPiece({
        document: { ...piece, name: `${nameOf(piece)} (other edits)`.slice(0, 200), named: true },
        campaign: stored.campaign,
      });
      await forgetJournal(stored.id, window);
      notifications.update({
        id: note,
        autoClose: 15000,
        title: 'They are a piece of their own now',
        message: <PageLink href={`/piece/${made.id}`}>Open it</PageLink>,
      });
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    }
  };
  notifications.show({
    id: note,
    autoClose: false,
    title: 'Another window left unsaved edits of this piece',
    message: (
      <Stack gap={6} align="flex-start">
        {`They are of ${new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}, and stay in this browser.`}
        <Button size="compact-xs" variant="default" onClick={() => void keep()}>
          Keep them as a piece of their own
        </Button>
      </Stack>
    ),
  });
}

/** @param slides has the piece slides, so that there is a strip of them? */
export function Bench({ campaignName, slides }: { campaignName: string; slides: boolean }) {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const opening = JSON.parse(document.getElementById(OPENING)!.textContent) as Opening;
    const stopTelling = onBreakdown((why) =>
      notifications.show({
        id: 'breakdown',
        color: 'amber',
        autoClose: false,
        title: 'Painting or measuring broke down more than once',
        message: `It was started again (${why}). Your work is safe; if it goes on like this, reload the page.`,
      }),
    );
    let stop: (() => void)[] = [];
    const open = async (): Promise<void> => {
      const { stored, fonts } = await whileOpen(newest(opening));
      isShown(opening.served);
      // Fonts and pictures load while the journal is read.
      void takeFonts(fonts);
      void stageWorker()
        .warm({ piece: stored.piece, slide: stored.piece.slides[0].id, size: stored.piece.sizes[0].id })
        .catch(() => {});
      const known = await whileOpen(begin(stored));
      stop = [
        keepSaving(known.piece),
        keepMeasuring(),
        keepAhead(),
        keepJoins(),
        keepHouse(known.campaign),
        keepLaidOut(),
      ];
      setReady(true);
    };
    void open();
    return () => {
      stopTelling();
      for (const s of stop) s();
      leavePiece();
      letSolversGo();
      // What they say is of this piece.
      notifications.clean();
    };
  }, []);
  return ready ? <Open campaignName={campaignName} /> : <Waiting slides={slides} />;
}

/** The bench before it is there: its rooms, empty, and on the stage what the page has painted already. */
function Waiting({ slides }: { slides: boolean }) {
  return (
    <div className={css.bench} role="status" aria-label="Opening the piece">
      <div className={css.waitingBar}>
        <Loader size="sm" />
      </div>
      <div className={css.waitingLeft} />
      <div className={css.middle}>
        {/* The canvas in it is none of React's. */}
        <div
          className={css.waitingStage}
          data-first-stage
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: '' }}
        />
        <div className={css.waitingViews} />
        {slides && <div className={css.waitingStrip} />}
      </div>
      <div className={css.right} />
    </div>
  );
}

/** A piece begun with a photo has a headline at once, marked, to be typed over. */
function useBeginning(): void {
  const painted = useBench((s) => s.painted);
  useEffect(() => {
    const { hash } = window.location;
    if (!painted || (hash !== BEGIN_WITH_HEADLINE && hash !== BEGIN_WITH_LETTERS)) return;
    history.replaceState(history.state, '', window.location.pathname);
    const { layers } = currentSlide(useBench.getState()),
      photo = layers.find(isPhoto);
    if (layers.some(isText)) return;
    if (hash === BEGIN_WITH_HEADLINE) void addText();
    else if (photo) {
      select([photo.id]);
      openPart('photo', 'letters');
      void findLetters(photo.id);
    }
  }, [painted]);
}

/** The window's title: by itself, since it may change with every letter. */
function Title() {
  const name = useBench((s) => nameOf(s.piece));
  useEffect(() => {
    document.title = `${name} - Plavo`;
  }, [name]);
  useEffect(() => () => void (document.title = 'Plavo'), []);
  return null;
}

function Open({ campaignName }: { campaignName: string }) {
  useBeginning();
  const zoom = useRef(1);
  const [shortcuts, setShortcuts] = useState(false);
  const clean = useBench((s) => s.view === 'clean');
  const show = useCallback(() => setShortcuts(true), []);
  useKeys(zoom, show);
  // The stage first: what stands beside it is rendered in slices, so that its painting need not wait.
  const [whole, setWhole] = useState(false);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const inDrawers = useInDrawers(),
    drawer = useDrawers((s) => s.open);
  return (
    <div
      className={css.bench}
      data-clean={clean || undefined}
      data-drawer-open={(drawer !== null && inDrawers[drawer]) || undefined}
    >
      <TopBar campaignName={campaignName} onShortcuts={show}>
        {inDrawers.stack && !inDrawers.controls && <DrawerButton column="stack" />}
      </TopBar>
      {!inDrawers.stack && (whole ? <LayerStack /> : <div className={css.waitingLeft} />)}
      <div className={css.middle}>
        <Stage zoomRef={zoom} />
        <SlideStrip />
      </div>
      {inDrawers.controls ? (
        <Foot />
      ) : (
        <aside className={css.right} aria-label="Reading and controls">
          {whole && (
            <>
              <ReadingPanel />
              <div className={css.scroll}>
                <Controls />
              </div>
            </>
          )}
        </aside>
      )}
      {inDrawers.stack && drawer === 'stack' && (
        <Drawer column="stack">
          <LayerStack />
        </Drawer>
      )}
      {inDrawers.controls && drawer === 'controls' && (
        <Drawer column="controls">
          <ReadingParts />
          <Controls />
        </Drawer>
      )}
      <Title />
      <FocusFollows />
      <ContextMenu />
      <Announce />
      {shortcuts && <Shortcuts onClose={() => setShortcuts(false)} />}
    </div>
  );
}

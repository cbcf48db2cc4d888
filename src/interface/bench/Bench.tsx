'use client';
// The bench: stack, stage, reading and controls of one piece.
import { Loader } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { OwnFont } from '../../core/type/catalogue';
import type { StoredPiece } from '../shared/api';
import css from './Bench.module.css';
import { ContextMenu } from './ContextMenu';
import { Controls } from './controls/Controls';
import { takeFonts } from './fonts';
import { readJournal } from './journal';
import { keepHouse } from './house';
import { useKeys } from './keys';
import { keepMeasuring } from './measuring';
import { keepSolversWarm } from './warming';
import { ReadingPanel } from './ReadingPanel';
import { keepSaving } from './saving';
import { Shortcuts } from './Shortcuts';
import { SlideStrip } from './SlideStrip';
import { Stack } from './Stack';
import { Stage } from './stage/Stage';
import { openBench, useBench } from './store';
import { withHouse } from '../../core/piece/swatches';
import { TopBar } from './TopBar';
import { useFocusSelection } from './stage/Overlay';
import { stageWorker } from '../../workers/clients';

/** Opens the stored piece, with what the journal knows beyond it. */
async function begin(stored: StoredPiece): Promise<void> {
  const kept = await readJournal(stored.id).catch(() => null);
  // Compared as the server would store it: defaults filled in, keys in the schema's order.
  // The validator is only needed where something was kept.
  const opened = kept && (await import('../../core/piece/upgrade')).openPiece(kept.piece);
  // House swatches may have changed in the campaign since; that alone is no difference.
  const same = opened?.ok && JSON.stringify(withHouse(opened.piece, stored.piece.swatches)) === JSON.stringify(stored.piece);
  if (kept && same) openBench({ ...stored, history: kept.history });
  else if (kept?.unsaved) {
    // Edits of an earlier visit that never reached the server. Over an older revision they are a conflict, which asks.
    openBench({ ...stored, piece: kept.piece, revision: kept.revision, history: kept.history, saved: 'unsaved' });
    notifications.show({ title: 'Unsaved edits are back', message: 'They were kept in this browser when it was closed or the server was away.', autoClose: 7000 });
  } else openBench(stored);
}

export function Bench({ stored, campaignName, fonts }: { stored: StoredPiece; campaignName: string; fonts: OwnFont[] }) {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    // Fonts and pictures load while the journal is read.
    void takeFonts(fonts);
    void stageWorker().warm({ piece: stored.piece, slide: stored.piece.slides[0].id, size: stored.piece.sizes[0].id });
    let stop: (() => void)[] = [];
    let on = true;
    void begin(stored).then(() => {
      if (!on) return;
      stop = [keepSaving(stored.piece), keepMeasuring(), keepSolversWarm(), keepHouse(stored.campaign)];
      setReady(true);
    });
    return () => {
      on = false;
      for (const s of stop) s();
    };
  }, [stored, fonts]);
  return ready ? (
    <Open campaignName={campaignName} />
  ) : (
    <div className={css.loading}>
      <Loader size="sm" aria-label="Opening the piece" />
    </div>
  );
}

function Open({ campaignName }: { campaignName: string }) {
  const zoom = useRef(1);
  const [shortcuts, setShortcuts] = useState(false);
  const name = useBench((s) => s.piece.name);
  const clean = useBench((s) => s.view === 'clean');
  const show = useCallback(() => setShortcuts(true), []);
  useKeys(zoom, show);
  useFocusSelection();
  useEffect(() => {
    document.title = `${name} - Plavo`;
  }, [name]);
  return (
    <div className={css.bench} data-clean={clean || undefined}>
      <TopBar campaignName={campaignName} onShortcuts={show} />
      <Stack />
      <div className={css.middle}>
        <Stage zoomRef={zoom} />
        <SlideStrip />
      </div>
      <aside className={css.right} aria-label="Reading and controls">
        <ReadingPanel />
        <div className={css.scroll}>
          <Controls />
        </div>
      </aside>
      <ContextMenu />
      {shortcuts && <Shortcuts onClose={() => setShortcuts(false)} />}
    </div>
  );
}

'use client';
// Typing into a text on the stage. The painted picture stays what one sees: a hidden text area takes the keys (and
// input methods), caret and selection are drawn from the same layout that is painted, so line breaks are those of the
// export.
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { changeLayers, removeLayers } from '../../../core/piece/edits';
import { layerIn } from '../../../core/piece/resolve';
import { type CaretMap, caretX, indexAbove, indexAt, lineOf, selectionBoxes } from '../../../core/type/caret';
import { excerpt, insertExcerpt, setText } from '../../../core/type/spans';
import type { Span } from '../../../core/values/text';
import { countPress, follow } from '../commands/drag';
import { togglePart } from '../commands/part';
import { TYPE } from '../state/panel-piece';
import { currentSize, currentSlide, edit, frameOf, settle, useBench } from '../state/store';
import css from './TextEditor.module.css';

/** Type under which a text with its looks lies in the clipboard. */
const PARTS = 'application/x-plavo-text';
const MOST = 20_000;

export function TextEditor({ id, scale }: { id: string; scale: number }) {
  const own = useBench((s) => currentSlide(s).layers.find((l): l is TextLayer => l.id === id && isText(l)));
  const size = useBench(currentSize);
  const base = useBench((s) => s.piece.sizes[0]);
  const layer = useMemo(() => own && layerIn(own, size, base), [own, size, base]);
  const place = useBench((s) => s.texts[id]);
  const area = useRef<HTMLTextAreaElement>(null);
  const goal = useRef<number | null>(null);
  const [range, setRange] = useState({ from: 0, to: 0, head: 0 });
  const caret: CaretMap | undefined = place?.caret;

  const readRange = useCallback((): void => {
    const a = area.current;
    if (!a) return;
    const from = a.selectionStart,
      to = a.selectionEnd;
    setRange({ from, to, head: a.selectionDirection === 'backward' ? from : to });
    // Controls lay looks on what is marked.
    const before = useBench.getState().range;
    if (before?.from !== from || before.to !== to) useBench.setState({ range: { from, to } });
  }, []);
  /** What is marked this very moment: what is drawn may be a frame behind a fast hand. */
  const markedNow = (): { from: number; to: number } => ({
    from: area.current?.selectionStart ?? 0,
    to: area.current?.selectionEnd ?? 0,
  });
  const moveTo = (index: number, extend: boolean): void => {
    const a = area.current!;
    const anchor = a.selectionDirection === 'backward' ? a.selectionEnd : a.selectionStart;
    if (extend)
      a.setSelectionRange(Math.min(anchor, index), Math.max(anchor, index), index < anchor ? 'backward' : 'forward');
    else a.setSelectionRange(index, index);
    readRange();
  };

  const ready = Boolean(layer && place);
  useLayoutEffect(() => {
    if (!ready) return;
    const take = (): void => {
      // A field that was clicked meanwhile keeps the focus.
      if (
        !area.current ||
        document.activeElement instanceof HTMLInputElement ||
        document.activeElement instanceof HTMLTextAreaElement
      )
        return;
      area.current.focus({ preventScroll: true });
      area.current.select();
      readRange();
    };
    take();
    // A menu that closes gives the focus back to its button after us.
    const again = [60, 250].map((wait) => setTimeout(take, wait));
    return () => again.forEach(clearTimeout);
  }, [ready, readRange]);
  useEffect(() => {
    const changed = (): void => {
      if (document.activeElement === area.current) readRange();
    };
    document.addEventListener('selectionchange', changed);
    return () => {
      document.removeEventListener('selectionchange', changed);
      settle();
      // A text left empty is not kept: it could neither be seen nor found again.
      const left = currentSlide(useBench.getState()).layers.find((l) => l.id === id);
      if (isText(left) && left.text.trim() === '')
        edit('Remove empty text', (p) => removeLayers(p, useBench.getState().slideId, [id]));
    };
  }, [id, readRange]);

  if (!layer || !place) return null;
  const frame = frameOf(layer, { [id]: place }),
    { offset } = place;

  const keys = (e: React.KeyboardEvent<HTMLTextAreaElement>): void => {
    if (e.nativeEvent.isComposing) return;
    const head = range.head;
    if (e.key === 'Escape') {
      e.preventDefault();
      e.stopPropagation();
      useBench.setState({ editing: null });
    } else if ((e.ctrlKey || e.metaKey) && /^[biu]$/i.test(e.key)) {
      e.preventDefault();
      const marked = markedNow();
      if (marked.to > marked.from) togglePart(layer, e.key.toLowerCase() as 'b' | 'i' | 'u', marked);
    } else if (caret && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
      e.preventDefault();
      goal.current ??= caretX(caret, head);
      moveTo(indexAbove(caret, head, e.key === 'ArrowUp' ? -1 : 1, goal.current), e.shiftKey);
    } else if (caret && (e.key === 'Home' || e.key === 'End') && !e.ctrlKey) {
      e.preventDefault();
      const line = caret.lines[lineOf(caret, head)];
      if (line) moveTo(e.key === 'Home' ? line.start : line.end, e.shiftKey);
    }
    if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') goal.current = null;
    // Undo and redo go to the bench: they know the whole document.
    if (!((e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key))) e.stopPropagation();
  };

  const indexFor = (clientX: number, clientY: number, host: DOMRect): number => {
    const a = (-layer.rotation * Math.PI) / 180;
    const cx = host.left + host.width / 2,
      cy = host.top + host.height / 2;
    const dx = clientX - cx,
      dy = clientY - cy;
    const x = (dx * Math.cos(a) - dy * Math.sin(a)) / scale + frame.width / 2 + offset,
      y = (dx * Math.sin(a) + dy * Math.cos(a)) / scale + frame.height / 2;
    return caret ? indexAt(caret, x, y) : 0;
  };
  const press = (e: React.PointerEvent<HTMLDivElement>): void => {
    if (e.button !== 0) return;
    e.preventDefault();
    e.stopPropagation();
    const host = e.currentTarget.getBoundingClientRect();
    const from = indexFor(e.clientX, e.clientY, host);
    area.current!.focus({ preventScroll: true });
    const count = countPress(e);
    if (count === 2) {
      const word = [...layer.text.matchAll(/[^\s]+/g)].find((m) => m.index <= from && from <= m.index + m[0].length);
      if (word) area.current!.setSelectionRange(word.index, word.index + word[0].length);
      readRange();
      return;
    }
    if (count >= 3) {
      // Three clicks mark the line, four the whole text.
      const line = caret?.lines[lineOf(caret, from)];
      if (count === 3 && line) area.current!.setSelectionRange(line.start, line.end);
      else area.current!.select();
      readRange();
      return;
    }
    moveTo(from, e.shiftKey);
    follow(e, {
      move: (_x, _y, p) => {
        const to = indexFor(p.clientX, p.clientY, host);
        area.current!.setSelectionRange(Math.min(from, to), Math.max(from, to), to < from ? 'backward' : 'forward');
        readRange();
      },
      end: () => {},
    });
  };

  /** Copies what is marked with its looks beside the plain text. */
  const copy = (e: React.ClipboardEvent, cut: boolean): void => {
    const { from, to } = markedNow();
    if (to <= from || !own) return;
    e.preventDefault();
    e.clipboardData.setData('text/plain', own.text.slice(from, to));
    e.clipboardData.setData(PARTS, JSON.stringify(excerpt(own, from, to)));
    if (cut) put('Cut', from, to, { text: '', spans: [] });
  };
  const put = (label: string, from: number, to: number, piece: { text: string; spans: readonly Span[] }): void => {
    edit(label, (p) =>
      changeLayers(p, useBench.getState().slideId, [id], (l) => void (isText(l) && insertExcerpt(l, from, to, piece))),
    );
    const at = from + piece.text.length;
    // The text area shows the new text with the next painting of the page.
    requestAnimationFrame(() => {
      area.current?.setSelectionRange(at, at);
      readRange();
    });
  };
  /** Pastes looks that came along; plain text is left to the browser, which takes on the look it is typed into. */
  const paste = async (e: React.ClipboardEvent): Promise<void> => {
    const raw = e.clipboardData.getData(PARTS);
    if (!raw) return;
    e.preventDefault();
    const { from, to } = markedNow();
    const { textClip } = await import('../../../core/piece/clip');
    const piece = textClip(raw);
    if (!piece) return;
    if (layer.text.length - (to - from) + piece.text.length > MOST) {
      notifications.show({
        color: 'amber',
        title: 'Too long',
        message: `A text holds at most ${MOST.toLocaleString('en')} letters. Nothing was pasted.`,
      });
      return;
    }
    put('Paste', from, to, piece);
  };

  const X = (x: number): number => (x - offset) * scale;
  const line = caret?.lines[lineOf(caret, range.head)];
  const showCaret = caret && line && range.from === range.to && range.head <= layer.text.length;
  return (
    <div
      className={css.editor}
      style={{
        left: frame.x * scale,
        top: frame.y * scale,
        width: frame.width * scale,
        height: frame.height * scale,
        transform: layer.rotation ? `rotate(${layer.rotation}deg)` : undefined,
      }}
      onPointerDown={press}
    >
      {caret &&
        range.from !== range.to &&
        selectionBoxes(caret, range.from, range.to).map((b, i) => (
          <div
            key={i}
            className={css.selection}
            style={{ left: X(b.x), top: b.y * scale, width: b.width * scale, height: b.height * scale }}
          />
        ))}
      {showCaret && (
        <div
          className={css.caret}
          key={range.head}
          style={{
            left: X(caretX(caret, range.head)),
            top: line.top * scale,
            height: (line.bottom - line.top) * scale,
          }}
        />
      )}
      <textarea
        ref={area}
        className={css.area}
        aria-label="Text"
        spellCheck={false}
        value={layer.text}
        style={showCaret ? { left: X(caretX(caret, range.head)), top: line.top * scale } : undefined}
        maxLength={MOST}
        onChange={(e) => {
          const text = e.currentTarget.value;
          const at = e.currentTarget.selectionEnd;
          edit(
            TYPE,
            (p) => changeLayers(p, useBench.getState().slideId, [id], (l) => void (isText(l) && setText(l, text, at))),
            `type:${id}`,
          );
          readRange();
        }}
        onCopy={(e) => copy(e, false)}
        onCut={(e) => copy(e, true)}
        onPaste={(e) => void paste(e)}
        onKeyDown={keys}
        onBlur={() => settle()}
      />
    </div>
  );
}

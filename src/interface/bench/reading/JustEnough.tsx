'use client';
// The big button: the best way, or the chosen treatment, no stronger than is needed. A caret beside it chooses.
import { ActionIcon, Button, Group, Menu, Tooltip } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconCheck, IconChevronDown } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { memo, useEffect, useState } from 'react';
import { changeLayers } from '../../../core/piece/edits';
import { isLaid, setColour, type TreatmentKind } from '../../../core/piece/treatments';
import { readingWorker } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { areMeantClear, type Chosen, meantTexts, treatmentsOf, useChosen } from '../commands/chosen-treatment';
import { hardestNow } from '../measuring/measuring';
import { applyToSlide, bestKnown, solveWays, useWays, waysKnown } from '../measuring/ways';
import { usePanels } from '../state/panels';
import { currentSlide, edit, shownOf, useBench, wholeShown } from '../state/store';
import css from './ReadingPanel.module.css';
import { applyStrength, type Asked, inColour, useAsked, useBestWay } from './treatment-ask';
import { wordsOf } from './treatment-words';

const LABEL = 'Just enough';

/** Takes the best way for the meant texts; it is known already where the bench had rest to solve it. */
async function takeBest(): Promise<void> {
  const s = useBench.getState(),
    texts = meantTexts(s);
  await solveWays(texts, false, false, false);
  const now = useBench.getState(),
    w = useWays.getState();
  if (w.failed) {
    notifications.show({
      color: 'amber',
      title: 'Solving stopped',
      message: 'The server may be away. Your piece is safe; try again in a moment.',
    });
    return;
  }
  if (now.piece !== s.piece || !waysKnown(w, texts)) return changedMeanwhile();
  const best = bestKnown(w, texts);
  if (best) {
    const [added] = applyToSlide(best, LABEL);
    useChosen.setState({ what: added ? { layer: added } : null });
    return;
  }
  notifications.show({
    color: 'amber',
    autoClose: 12000,
    title: 'Nothing makes this text Clear by itself',
    message: 'Give it another place or size: Places shows where the picture is calm.',
  });
}

const changedMeanwhile = (): void =>
  void notifications.show({ message: `The slide changed while solving. Press ${LABEL} again.`, autoClose: 4000 });

/** Finds the least strength of the chosen treatment. */
async function solveTreatment(asked: Asked, hex: string): Promise<void> {
  const { ask, treatment, scope, slideId } = asked,
    { kind, property, overlay } = treatment;
  const id = overlay?.id ?? null,
    s = useBench.getState(),
    at = { ...s, preview: null };
  if (kind === 'fade' && id === null && scope !== 'all') {
    // Side, reach and opacity are chosen together.
    const way = await readingWorker().fadeFor(shownOf(at), { texts: ask.texts, hardest: hardestNow() });
    if (way && useBench.getState().piece === s.piece) {
      const [added] = applyToSlide(way, LABEL);
      useChosen.setState({ what: { layer: added } });
      return;
    }
  }
  const found = await readingWorker().solve(scope === 'all' ? wholeShown(at) : shownOf(at), {
    ...inColour(asked, hex),
    hardest: hardestNow(),
  });
  if (useBench.getState().piece !== s.piece) return changedMeanwhile();
  if (found.strength !== null) return applyStrength(asked, found.strength / 100, hex, LABEL);
  const note = nanoid(6);
  notifications.show({
    id: note,
    color: 'amber',
    autoClose: 12000,
    title:
      property === 'reach'
        ? 'Cannot be reached however far it goes'
        : found.instead
          ? 'Cannot be reached with this colour'
          : `Cannot be reached by this ${isLaid(kind) ? kind : 'alone'}`,
    message: found.instead ? (
      <Group gap="xs" mt={4}>
        <Button
          size="compact-xs"
          onClick={() => {
            notifications.hide(note);
            if (id) edit('Colour', (p) => changeLayers(p, slideId, [id], (l) => setColour(l, found.instead!)));
            void solveTreatment(asked, found.instead!).catch(failed);
          }}
        >
          Use {found.instead === '#ffffff' ? 'white' : 'black'} instead
        </Button>
      </Group>
    ) : property === 'reach' ? (
      'Make it stronger first, then solve its reach.'
    ) : (
      wordsOf(kind).whyNot
    ),
  });
}

const failed = (e: unknown): void => void notifications.show({ color: 'amber', ...inWords(e) });

const lower = (name: string): string => name[0].toLowerCase() + name.slice(1);

export const JustEnough = memo(function JustEnough({ measurable }: { measurable: boolean }) {
  const asked = useAsked();
  const { treatment, whom, possible, best } = asked;
  const [solving, setSolving] = useState(false);
  const way = useBestWay(),
    progress = useWays((w) => `${w.answered} of ${w.asked}`);
  const clear = useBench(areMeantClear),
    ahead = usePanels((p) => p.workAhead);
  const there = currentSlide(asked).layers;
  // An overlay that is selected is meant.
  const selected = useBench((s) =>
    s.selection.length === 1
      ? (treatmentsOf(currentSlide(s).layers).find((l) => l.id === s.selection[0])?.id ?? null)
      : null,
  );
  useEffect(() => {
    if (selected) useChosen.setState({ what: null });
  }, [selected]);

  const press = (): void => {
    setSolving(true);
    void (best ? takeBest() : solveTreatment(asked, treatment.colour)).catch(failed).finally(() => setSolving(false));
  };
  const { overlay, kind } = treatment,
    name = overlay?.name ?? wordsOf(kind).name;
  const idle = best && clear;
  const item = (label: string, next: Chosen['what'], on: boolean, hint?: string) => (
    <Menu.RadioItem
      key={JSON.stringify(next)}
      value={JSON.stringify(next)}
      checked={on}
      checkIcon={<IconCheck size={14} />}
      closeMenuOnClick
      onChange={() => useChosen.setState({ what: next })}
    >
      {label}
      {hint && <small className={css.hint}>{hint}</small>}
    </Menu.RadioItem>
  );
  const kinds = (all: readonly TreatmentKind[]) =>
    all.map((k) => item(wordsOf(k).name, { kind: k }, !best && !overlay && kind === k));
  const layers = treatmentsOf(there).reverse();
  return (
    <Group gap={0} wrap="nowrap" className={css.enough} data-solving>
      <Tooltip
        position="bottom"
        multiline
        maw={300}
        label={
          idle
            ? 'Every letter can be told from what lies behind it: nothing has to be laid over the picture'
            : best
              ? `Lays what keeps most of the photo, as strong as ${whom} needs to be Clear and no stronger. Takes back with one undo`
              : `The least strength at which ${whom} is Clear, confirmed on the picture at full size`
        }
      >
        <Button
          flex={1}
          miw={0}
          data-just-enough
          loading={solving}
          disabled={!measurable || (!best && !possible)}
          // It keeps the focus when what it does has been done.
          data-disabled={idle || undefined}
          aria-disabled={idle || undefined}
          onClick={() => idle || press()}
          aria-keyshortcuts="J"
        >
          <span className={css.best} data-testid="just-enough">
            {idle ? (
              'Clear as it is'
            ) : (
              <>
                {LABEL}
                {best ? way ? <>: {lower(way.name)}</> : '' : <>: {lower(name)}</>}
              </>
            )}
          </span>
        </Button>
      </Tooltip>
      {solving && best && <span className={css.progress}>{progress}</span>}
      <Menu position="bottom-end" width={250}>
        <Menu.Target>
          <ActionIcon
            size={34}
            variant="filled"
            color="plavo"
            aria-label="Choose another treatment"
            className={css.caret}
            disabled={!measurable}
          >
            <IconChevronDown size={16} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown data-solving>
          {item(
            'The best way',
            'best',
            best,
            way ? `${way.name}${way.kept ? `, keeps ${way.kept.kept.toFixed(0)} % of the photo` : ''}` : undefined,
          )}
          {layers.length > 0 && (
            <>
              <Menu.Label>On the slide: make it no stronger than needed</Menu.Label>
              {layers.map((l) => item(l.name, { layer: l.id }, overlay?.id === l.id))}
            </>
          )}
          <Menu.Label>Between picture and text</Menu.Label>
          {kinds(['tint', 'wash', 'fade', 'pool', 'plate'])}
          <Menu.Label>Of texts and photo</Menu.Label>
          {kinds(['backing', 'shadow', 'darken', 'lighten', 'blur'])}
          <Menu.Divider />
          <Menu.CheckboxItem
            data-ahead
            checkIcon={<IconCheck size={14} />}
            checked={ahead}
            onChange={(on) => usePanels.setState({ workAhead: on })}
          >
            Find the best way ahead
            <small className={css.hint}>In rest. Off spares the battery</small>
          </Menu.CheckboxItem>
        </Menu.Dropdown>
      </Menu>
    </Group>
  );
});

'use client';
// The top bar: where one is, whether the work is safe, back and forth, sizes, hand over.
import { ActionIcon, Button, Group, Popover, Stack, Text, TextInput, Tooltip } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconArrowBackUp, IconArrowForwardUp, IconKeyboard } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { renamePiece } from '../../core/piece/edits';
import { nameOf } from '../../core/piece/name';
import { inWords } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { PageLink } from '../shared/PageLink';
import { SchemeSwitch } from '../shared/SchemeSwitch';
import { HandOver } from './handing/HandOver';
import { InPlace } from './places/InPlace';
import { Sizes } from './Sizes';
import { resolveConflict, save, saveAsNew } from './keeping/saving';
import { usePanelPiece } from './state/panel-piece';
import { Versions } from './versions/Versions';
import { edit, redoEdit, type Refusal, type Saved, undoEdit, useBench } from './state/store';
import css from './TopBar.module.css';

/** How long leaving waits for what is being saved, ms; after that it is saved from the list. */
const PATIENCE = 1500;

const SAVED_WORD: Record<Saved, string> = {
  saved: 'All changes saved',
  unsaved: 'Unsaved changes, kept in this browser',
  saving: 'Saving',
  away: 'Server away: edits are kept in this browser',
  conflict: 'Changed elsewhere',
  refused: 'Not saved: kept in this browser',
};

/** By itself, since it may change with every letter of the headline. */
function PieceName() {
  const name = nameOf(usePanelPiece());
  const [typed, setTyped] = useState<string | null>(null);

  const commit = (): void => {
    if (typed !== null && typed.trim() && typed.trim() !== name) edit('Rename piece', (p) => renamePiece(p, typed));
    setTyped(null);
  };
  return (
    <TextInput
      size="xs"
      variant="unstyled"
      aria-label="Name of the piece"
      className={css.name}
      value={typed ?? name}
      style={{ width: `calc(${Math.min(36, Math.max(8, (typed ?? name).length)) + 1}ch + 14px)` }}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** @param children what a narrow window has to reach from here */
export function TopBar({
  campaignName,
  onShortcuts,
  children,
}: {
  campaignName: string;
  onShortcuts: () => void;
  children?: ReactNode;
}) {
  const saved = useBench((s) => s.saved);
  const refusal = useBench((s) => s.refusal);
  const back = useBench((s) => (s.history.done > 0 ? s.history.steps[s.history.done - 1].label : null));
  const forth = useBench((s) => s.history.steps[s.history.done]?.label ?? null);
  const router = useRouter();
  /** The list shows what was done last. */
  const saveBefore = (e: { preventDefault: () => void }): void => {
    if (saved !== 'unsaved' && saved !== 'saving') return;
    e.preventDefault();
    void Promise.race([save(), new Promise((late) => setTimeout(late, PATIENCE))]).then(() => router.push('/'));
  };
  return (
    <header className={css.bar}>
      <Group gap={6} wrap="nowrap" className={css.where}>
        <PageLink href="/" className={css.brand} aria-label="Plavo: all pieces" onNavigate={saveBefore}>
          Plavo
        </PageLink>
        {children}
        <Text fz="sm" c="dimmed" truncate maw={150} className={css.campaign}>
          {campaignName}
        </Text>
        <Text c="dimmed" className={css.campaign}>
          /
        </Text>
        <PieceName />
        <Text
          fz="xs"
          c={saved === 'away' || saved === 'conflict' || saved === 'refused' ? 'amber' : 'dimmed'}
          role="status"
          aria-live="polite"
          data-saved={saved}
          className={css.saved}
        >
          {saved === 'away' && refusal ? `${refusal.title}: edits are kept in this browser` : SAVED_WORD[saved]}
        </Text>
        {saved === 'refused' && refusal && <Refused {...refusal} />}
      </Group>
      <Group gap={4} wrap="nowrap">
        <Tooltip label={back ? `Undo: ${back} (Ctrl Z)` : 'Nothing to undo'}>
          <ActionIcon aria-label="Undo" disabled={!back} onClick={undoEdit}>
            <IconArrowBackUp size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label={forth ? `Redo: ${forth} (Ctrl Shift Z)` : 'Nothing to redo'}>
          <ActionIcon aria-label="Redo" disabled={!forth} onClick={redoEdit}>
            <IconArrowForwardUp size={18} />
          </ActionIcon>
        </Tooltip>
        <span className={css.versions}>
          <Versions />
        </span>
        <Sizes />
        <span className={css.scheme}>
          <SchemeSwitch />
        </span>
        <Tooltip label="Keyboard shortcuts (?)">
          <ActionIcon aria-label="Keyboard shortcuts" className={css.shortcuts} onClick={onShortcuts}>
            <IconKeyboard size={18} />
          </ActionIcon>
        </Tooltip>
        <span className={css.inPlace}>
          <InPlace campaign={campaignName} />
        </span>
        <HandOver campaign={campaignName} before={<InPlace campaign={campaignName} />} />
      </Group>
      <Conflict open={saved === 'conflict'} />
    </header>
  );
}

/** Says that the present document is a piece of its own now, and where. */
const tellMade = (id: string, title: string): void =>
  void notifications.show({ title, message: <PageLink href={`/piece/${id}`}>Open it</PageLink>, autoClose: 15000 });

/** What the server refused and why, and ways on; the work stays here whatever is chosen. */
function Refused({ status, title, detail }: Refusal) {
  const [busy, setBusy] = useState(false);
  const asNew = async (): Promise<void> => {
    setBusy(true);
    try {
      tellMade(await saveAsNew(), 'It is a piece of its own now');
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  const download = (): void => {
    const { piece } = useBench.getState(),
      a = document.createElement('a');
    a.href = URL.createObjectURL(new Blob([JSON.stringify(piece)], { type: 'application/json' }));
    a.download = 'piece.json';
    a.click();
    setTimeout(() => URL.revokeObjectURL(a.href), 10_000);
  };
  return (
    <Popover width={300} position="bottom-start" withArrow>
      <Popover.Target>
        <Button size="compact-xs" variant="light" color="amber" loading={busy}>
          Why, and what now
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap={6}>
          <Text fz="sm" fw={700}>
            {status === 404 ? 'This piece is in the bin, or gone' : title}
          </Text>
          <Text fz="sm">{detail} Your edits are safe in this browser.</Text>
          {status === 401 && (
            <Button size="xs" component="a" href="/sign-in" target="_blank">
              Sign in again
            </Button>
          )}
          <Button size="xs" variant={status === 401 ? 'default' : 'filled'} onClick={() => void asNew()}>
            Save as a new piece
          </Button>
          <Button size="xs" variant="default" onClick={() => void save()}>
            Try again
          </Button>
          <Button size="xs" variant="default" onClick={download}>
            Download the piece
          </Button>
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

function Conflict({ open }: { open: boolean }) {
  const [busy, setBusy] = useState(false);
  const choose = async (how: 'mine' | 'theirs' | 'copy'): Promise<void> => {
    setBusy(true);
    try {
      const made = await resolveConflict(how);
      if (made) tellMade(made, 'Your version is a piece of its own now');
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog
      opened={open}
      onClose={() => {}}
      withCloseButton={false}
      closeOnEscape={false}
      closeOnClickOutside={false}
      title="This piece was changed elsewhere"
      centered
    >
      <Stack gap="sm">
        <Text fz="sm">
          Someone, or another window, saved it after you began. Both versions are kept whatever you choose. Which one
          should this piece have?
        </Text>
        <Button loading={busy} onClick={() => void choose('copy')}>
          Keep both: mine becomes a copy
        </Button>
        <Button variant="default" disabled={busy} onClick={() => void choose('mine')}>
          Mine
        </Button>
        <Button variant="default" disabled={busy} onClick={() => void choose('theirs')}>
          The other one
        </Button>
      </Stack>
    </Dialog>
  );
}

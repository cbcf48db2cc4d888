'use client';
// The house style of a campaign: colours, type, shadows, logos, photos. What is changed is shown on every piece that it
// changes, and changes nothing until it is saved.
import { ActionIcon, Button, Group, Menu, Text, Title, Tooltip } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconBraces,
  IconColorPicker,
  IconDots,
  IconFileImport,
  IconPalette,
} from '@tabler/icons-react';
import { memo, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { changesBetween } from '../../core/house/merge';
import { NO_HOUSE } from '../../core/house/styled';
import { FAMILIES, familiesOf, type Family, type OwnFont } from '../../core/type/catalogue';
import { type HouseStyle, HouseStyleSchema } from '../../core/values/house';
import { api, type House } from '../shared/api';
import { PageTop } from '../shared/PageTop';
import { showUndo } from '../shared/undo-notice';
import { takeInTokens } from '../shared/tokens';
import { wentWrong } from '../shared/went-wrong';
import { Colours } from './Colours';
import { meet, open, redo, save, settleBoth, takeBack, undo, useDraft } from './draft';
import css from './House.module.css';
import { Logos } from './Logos';
import { Photos } from './Photos';
import { Preview } from './Preview';
import { Suggest } from './Suggest';
import { Shadows, TextStyles } from './TextStyles';
import { useTrials } from './trials';

interface Props {
  campaign: string;
  name: string;
  /** Null where it is damaged: then it is begun anew. */
  house: House | null;
  fonts: OwnFont[];
}

const said = (title: string, message = ''): void => void notifications.show({ title, message, autoClose: 7000 });
const changesNow = (s: ReturnType<typeof useDraft.getState>): number => changesBetween(s.base.style, s.style);

export function HousePage({ campaign, name, house, fonts }: Props) {
  const [ready, setReady] = useState(false),
    [suggesting, setSuggesting] = useState(false),
    families = useMemo(() => [...familiesOf(fonts), ...FAMILIES], [fonts]);
  useEffect(() => {
    const { unsaved, taken } = open(campaign, house ?? { revision: 0, style: NO_HOUSE });
    if (unsaved) said('What was not saved is back', 'It was kept in this browser. “Take back” lets it go.');
    if (taken.length) said('Changed elsewhere meanwhile', `Taken in: ${taken.join(', ')}.`);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- what this browser alone has kept
    setReady(true);
  }, [campaign, house]);
  // Another window, or somebody else, may have changed it while this one was away.
  useEffect(() => {
    const look = (): void => {
      if (document.visibilityState !== 'visible') return;
      api.house(campaign).then(
        (now) => {
          const taken = meet(now);
          if (taken.length) said('Changed elsewhere', `Taken in: ${taken.join(', ')}.`);
        },
        () => {},
      );
    };
    window.addEventListener('focus', look);
    document.addEventListener('visibilitychange', look);
    return () => {
      window.removeEventListener('focus', look);
      document.removeEventListener('visibilitychange', look);
    };
  }, [campaign]);
  useHotkeys(
    [
      ['mod+Z', undo],
      ['mod+shift+Z', redo],
      ['mod+Y', redo],
    ],
    [],
  );
  return (
    <div className={css.page} data-ready={ready || undefined}>
      <PageTop title={`House style of ${name}`} back={{ href: '/', name: 'All pieces' }}>
        <span className={css.grow} />
        <Steps />
        <Button
          size="xs"
          variant="default"
          leftSection={<IconColorPicker size={15} />}
          onClick={() => setSuggesting(true)}
        >
          From a photo or logo
        </Button>
        <InAndOut campaign={campaign} />
      </PageTop>
      <div className={css.columns}>
        <main className={css.main}>
          {!house && (
            <Text role="alert" c="var(--attention)" mb="sm">
              The house style is damaged and cannot be read. Pieces keep the colours they have; saving one anew mends
              it.
            </Text>
          )}
          <ChangedByBoth />
          <Sections campaign={campaign} families={families} />
        </main>
        <aside className={css.aside} aria-label="What the changes do">
          <Title order={2} fz={15} mb={8}>
            What it does
          </Title>
          <Deciding campaign={campaign} />
        </aside>
      </div>
      {suggesting && <Suggest onClose={() => setSuggesting(false)} />}
    </div>
  );
}

/** What is not saved, and the way back and forth. */
function Steps() {
  const changes = useDraft(changesNow),
    past = useDraft((s) => s.past.length > 0),
    future = useDraft((s) => s.future.length > 0);
  return (
    <>
      <Text fz="sm" c="dimmed" data-testid="house-state">
        {changes ? `${changes} ${changes === 1 ? 'change is' : 'changes are'} not saved` : 'Saved'}
      </Text>
      <Group gap={4} wrap="nowrap">
        <Tooltip label="Undo (Ctrl Z)">
          <ActionIcon aria-label="Undo" disabled={!past} onClick={undo}>
            <IconArrowBackUp size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Redo (Ctrl Shift Z)">
          <ActionIcon aria-label="Redo" disabled={!future} onClick={redo}>
            <IconArrowForwardUp size={18} />
          </ActionIcon>
        </Tooltip>
      </Group>
    </>
  );
}

/** Out as files, and in from them. */
function InAndOut({ campaign }: { campaign: string }) {
  const file = useRef<HTMLInputElement>(null);
  const tokens = async (chosen: File): Promise<void> => {
    if (await takeInTokens(campaign, chosen)) meet(await api.house(campaign));
  };
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon aria-label="Take in and out">
            <IconDots size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item
            leftSection={<IconPalette size={15} />}
            component="a"
            href={`/api/campaigns/${campaign}/tokens`}
            download
          >
            As design tokens
          </Menu.Item>
          <Menu.Item
            leftSection={<IconBraces size={15} />}
            component="a"
            href={`/api/campaigns/${campaign}/css`}
            download
          >
            As CSS
          </Menu.Item>
          <Menu.Item leftSection={<IconFileImport size={15} />} onClick={() => file.current?.click()}>
            Take in design tokens
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <input
        ref={file}
        type="file"
        accept=".json,.tokens"
        hidden
        data-testid="house-tokens"
        onChange={(e) => {
          const [chosen] = e.currentTarget.files ?? [];
          if (chosen) void tokens(chosen).catch(wentWrong);
          e.currentTarget.value = '';
        }}
      />
    </>
  );
}

/** What is to hold where two changed the same. */
function ChangedByBoth() {
  const both = useDraft((s) => s.both);
  if (!both) return null;
  return (
    <div className={css.both} role="alert">
      <b>Both you and somebody else changed:</b>
      {both.entries.map((e) => (
        <Group key={e.path.join('/')} gap="xs">
          <span>{e.name}</span>
          <Button size="compact-xs" variant="default" onClick={() => settleBoth(e, false)}>
            Keep mine
          </Button>
          <Button size="compact-xs" variant="default" onClick={() => settleBoth(e, true)}>
            Take theirs
          </Button>
        </Group>
      ))}
    </div>
  );
}

/** What the changes do, and whether they are to be. */
function Deciding({ campaign }: { campaign: string }) {
  const { base, style, both, saving } = useDraft(),
    trials = useTrials(campaign, base.style, style),
    changes = changesBetween(base.style, style),
    blocked = useMemo(() => {
      const faults = HouseStyleSchema.safeParse(style).error?.issues;
      if (!faults) return both ? 'Say first what is to hold of what both changed.' : null;
      const path = faults[0].path.map(String);
      return path.at(-1) === 'name' ? 'Everything needs a name.' : `It cannot be saved as it is: ${faults[0].message}.`;
    }, [style, both]);
  const saveNow = async (): Promise<void> => {
    try {
      const count = trials.pieces?.length ?? 0,
        done = await save();
      if ('elsewhere' in done) {
        said(
          'Nothing was saved yet: the house style was changed elsewhere',
          `${done.elsewhere.length ? `Taken in: ${done.elsewhere.join(', ')}. ` : ''}Your changes are laid on it; look, and save again.`,
        );
        return;
      }
      const { before } = done,
        { revision } = useDraft.getState().base;
      showUndo(
        'The house style is saved',
        count ? `${count} ${count === 1 ? 'piece follows' : 'pieces follow'}.` : '',
        async () => void meet(await api.saveHouse(campaign, revision, before)),
      );
    } catch (e) {
      wentWrong(e);
    }
  };
  return (
    <Preview
      trials={trials}
      changes={changes}
      saving={saving}
      blocked={blocked}
      onSave={() => void saveNow()}
      onTakeBack={takeBack}
    />
  );
}

/**
 * The parts of the style. What was typed is there at once and goes to the preview; all that shows it elsewhere follows
 * when there is time.
 */
function Sections({ campaign, families }: { campaign: string; families: readonly Family[] }) {
  const house = useDeferredValue(useDraft((s) => s.style));
  return <AllSections house={house} campaign={campaign} families={families} />;
}

const AllSections = memo(function AllSections({
  house,
  campaign,
  families,
}: {
  house: HouseStyle;
  campaign: string;
  families: readonly Family[];
}) {
  return (
    <>
      <Section
        name="Colours"
        empty={
          !house.swatches.length &&
          'The colours of the campaign, and what they are there for. “From a photo or logo” begins with some.'
        }
      >
        <Colours />
      </Section>
      <Section
        name="Type"
        empty={
          !house.textStyles.length &&
          'Styles that texts are set in: font, size as a share of the slide, spacing. Pieces follow them.'
        }
      >
        <TextStyles house={house} families={families} />
      </Section>
      <Section name="Shadows" empty={!house.shadows.length && 'Shadows that text styles can have.'}>
        <Shadows house={house} />
      </Section>
      <Section
        name="Logos"
        empty={!house.logos.length && 'Logos with the room they need, to be laid on any slide with one press.'}
      >
        <Logos house={house} />
      </Section>
      <Section name="Photos">
        <Photos house={house} campaign={campaign} />
      </Section>
    </>
  );
});

function Section({
  name,
  empty = false,
  children,
}: {
  name: string;
  /** What is said while there is nothing. */
  empty?: string | false;
  children: React.ReactNode;
}) {
  return (
    <section className={css.section} aria-label={name}>
      <Title order={2} fz={16} mb={8}>
        {name}
      </Title>
      {empty && (
        <Text fz="sm" c="dimmed" mb={8}>
          {empty}
        </Text>
      )}
      {children}
    </section>
  );
}

'use client';
// The start page: campaigns with their pieces, a new piece from a destination or a size, or from a photo dropped
// anywhere.
import { ActionIcon, Anchor, Button, Group, Stack, Text, Title, Tooltip } from '@mantine/core';
import { useHotkeys, useMounted } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import {
  IconCalendar,
  IconFileImport,
  IconLayoutGrid,
  IconPhotoUp,
  IconPlus,
  IconTemplate,
  IconTextScan2,
  IconTrash,
} from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { isInFeed } from '../../core/piece/covers';
import { beginningFor } from '../../core/piece/beginning';
import { api, type AssetInfo, type CampaignInfo, type PieceInfo, type StoredPiece } from '../shared/api';
import dropCss from '../shared/Drop.module.css';
import { BEGIN_WITH_HEADLINE, BEGIN_WITH_LETTERS, BEGIN_WITH_OUTLINE } from '../shared/beginning';
import { useFileDrop } from '../shared/file-drop';
import { PageLink } from '../shared/PageLink';
import { SchemeSwitch } from '../shared/SchemeSwitch';
import { isShown, wasShown } from '../shared/served';
import { isPieceFile, takeInWithNotice, uploadWithNotice } from '../shared/upload';
import { wentWrong } from '../shared/went-wrong';
import { NamePlaces } from '../templates/NamePlaces';
import { Bin } from './Bin';
import { CampaignMenu } from './CampaignMenu';
import { Campaigns } from './Campaigns';
import { Covers, type KnownFeed } from './Covers';
import { DueDay } from './DueDay';
import { Filters } from './Filters';
import { NewPiece } from './NewPiece';
import { usePieceActions } from './piece-actions';
import { Pieces } from './Pieces';
import { SearchField } from '../shared/SearchField';
import css from './StartPage.module.css';
import { type FirstPieces, usePieceList } from './use-list';
import { addressOf, isFiltered, type Wanted, wantedFrom } from './wanted';

interface Props {
  /** Name of this serving of the page. */
  served: string;
  campaigns: CampaignInfo[];
  /** The first page of pieces, as the address asks for them. */
  first: FirstPieces;
  wanted: Wanted;
  /** There is a session to end. */
  signedIn: boolean;
}

export function StartPage({ served, campaigns: given, first, wanted: asked, signedIn }: Props) {
  const router = useRouter();
  // Somebody went back to it: the address says what was wanted in the end.
  const [back] = useState(() => wasShown(served));
  const [campaigns, setCampaigns] = useState(given);
  const [wanted, setWanted] = useState(() => (back ? wantedFrom(new URLSearchParams(window.location.search)) : asked));
  const ready = useMounted();
  const [making, setMaking] = useState<{ photo: AssetInfo | null; campaign?: string; known?: KnownFeed } | null>(null);
  const [covers, setCovers] = useState<CampaignInfo | null>(null);
  const [bin, setBin] = useState(false);
  const pieces = usePieceList(wanted, first);
  const [templating, setTemplating] = useState<StoredPiece | null>(null);
  const [dating, setDating] = useState<readonly PieceInfo[] | null>(null);
  const { reload } = pieces,
    changed = useCallback(() => void api.campaigns().then(setCampaigns, () => {}), []),
    /** Pieces were changed: they are asked for anew, and campaigns with them. */
    refresh = useCallback(() => {
      reload();
      changed();
    }, [reload, changed]);
  const act = usePieceActions(pieces, { campaigns, refresh, template: setTemplating, due: setDating });
  useEffect(() => {
    isShown(served);
    if (back) refresh();
  }, [served, back, refresh]);
  const narrow = (how: Partial<Wanted>): void => setWanted((w) => ({ ...w, ...how }));
  useEffect(() => window.history.replaceState(window.history.state, '', addressOf(wanted)), [wanted]);
  const files = useRef<HTMLInputElement>(null),
    zips = useRef<HTMLInputElement>(null),
    finished = useRef<HTMLInputElement>(null);

  const takeIn = async (file: File): Promise<void> => {
    const taken = await takeInWithNotice(file);
    if (!taken) return;
    const one = taken.what === 'piece' ? taken.pieces[0] : null;
    notifications.show({
      autoClose: taken.notes.length ? false : 9000,
      title: one ? `${one.name} is here` : `${taken.campaign.name} is here, with ${taken.pieces.length} pieces`,
      message: (
        <>
          {taken.notes.map((n) => (
            <div key={n}>{n}</div>
          ))}
          {one ? <PageLink href={`/piece/${one.id}`}>Open it</PageLink> : 'Nothing that was here has changed.'}
        </>
      ),
    });
    refresh();
  };
  const begin = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (isPieceFile(file)) return takeIn(file);
    const photo = await uploadWithNotice(file);
    if (photo) setMaking({ photo });
  };
  const onIt = useRef(true);
  useEffect(() => {
    onIt.current = true;
    return () => void (onIt.current = false);
  }, []);
  /** A picture that was made anywhere: it becomes a piece of its size, and its letters are looked for. */
  const check = async (file: File): Promise<void> => {
    const photo = await uploadWithNotice(file);
    if (!photo) return;
    try {
      const beginning = beginningFor(photo),
        name = file.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 200) || 'Finished picture',
        made = await api.newPiece({ ...beginning, name, photo: photo.id });
      if (onIt.current) router.push(`/piece/${made.id}${BEGIN_WITH_LETTERS}`);
    } catch (e) {
      wentWrong(e);
    }
  };
  const drop = useFileDrop(([file]) => void begin(file));
  const beginRef = useRef(begin);
  useEffect(() => {
    beginRef.current = begin;
  });
  useEffect(() => {
    const paste = (e: ClipboardEvent): void => {
      const file = [...(e.clipboardData?.files ?? [])].find((f) => f.type.startsWith('image/'));
      if (file) void beginRef.current(file);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, []);
  useHotkeys([['N', () => document.querySelector('[role="dialog"]') || setMaking({ photo: null })]]);

  // Where there is one campaign, one is in it.
  const here = campaigns.find((c) => c.id === wanted.campaign) ?? (campaigns.length === 1 ? campaigns[0] : null),
    none = pieces.items?.length === 0 && !pieces.busy;
  return (
    <div
      className={dropCss.page}
      data-drop="Drop the photo to begin a piece with it"
      data-ready={ready || undefined}
      {...drop}
    >
      <header className={css.top}>
        <Title order={1} className={css.brand}>
          Plavo
        </Title>
        <Text c="dimmed" fz="sm" className={css.claim}>
          Headlines that stay readable, photographs that survive
        </Text>
        <Group gap="xs" className={css.doing}>
          <SearchField
            size="xs"
            className={css.search}
            what="Search pieces"
            value={wanted.search ?? ''}
            onChange={(v) => narrow({ search: v || undefined })}
          />
          <Button
            size="xs"
            variant="default"
            leftSection={<IconPhotoUp size={16} />}
            onClick={() => files.current?.click()}
          >
            Begin with a photo
          </Button>
          <Button size="xs" variant="default" leftSection={<IconTemplate size={16} />} component="a" href="/templates">
            Templates
          </Button>
          <Tooltip label="Reads the words of a banner or post that was made anywhere, and shows what would make them readable">
            <Button
              size="xs"
              variant="default"
              leftSection={<IconTextScan2 size={16} />}
              onClick={() => finished.current?.click()}
            >
              Check a picture
            </Button>
          </Tooltip>
          <Tooltip label="Takes in a piece or a campaign from its file (.plavo.zip), or the layers of an OpenRaster or SVG file">
            <Button
              size="xs"
              variant="default"
              leftSection={<IconFileImport size={16} />}
              onClick={() => zips.current?.click()}
            >
              Take in a file
            </Button>
          </Tooltip>
          <Button size="xs" leftSection={<IconPlus size={16} />} onClick={() => setMaking({ photo: null })}>
            New piece
          </Button>
          <Tooltip label="Calendar: what was posted, and what is due">
            <ActionIcon component="a" href="/calendar" aria-label="Calendar">
              <IconCalendar size={17} />
            </ActionIcon>
          </Tooltip>
          <Tooltip label="Bin: what was deleted in the last 30 days">
            <ActionIcon aria-label="Bin" onClick={() => setBin(true)}>
              <IconTrash size={17} />
            </ActionIcon>
          </Tooltip>
          <SchemeSwitch />
          {signedIn && (
            <Button
              size="xs"
              variant="subtle"
              onClick={() => void api.signOut().then(() => router.refresh(), wentWrong)}
            >
              Sign out
            </Button>
          )}
        </Group>
      </header>
      <main className={css.main}>
        <Campaigns
          campaigns={campaigns}
          chosen={wanted.campaign}
          onChoose={(campaign) => narrow({ campaign })}
          onMade={(made) => {
            setCampaigns((all) => [...all, made]);
            narrow({ campaign: made.id });
          }}
        />
        <section aria-label={here?.name ?? 'All pieces'}>
          <Group justify="space-between" mb={8} wrap="nowrap">
            <Title order={2} fz={20}>
              {here?.name ?? 'All pieces'}
            </Title>
            {here && (
              <Group gap={4} wrap="nowrap">
                {pieces.items?.some((p) => p.campaign === here.id && isInFeed(p.sizes)) && (
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    leftSection={<IconLayoutGrid size={14} />}
                    onClick={() => setCovers(here)}
                  >
                    Covers
                  </Button>
                )}
                <Button
                  size="compact-sm"
                  variant="subtle"
                  leftSection={<IconPlus size={14} />}
                  onClick={() => setMaking({ photo: null, campaign: here.id })}
                >
                  New piece here
                </Button>
                <CampaignMenu key={here.id} campaign={here} onChange={changed} />
              </Group>
            )}
          </Group>
          <Filters wanted={wanted} total={pieces.total} onChange={narrow} />
          <Pieces
            list={pieces}
            view={wanted.view}
            campaigns={campaigns}
            archived={wanted.archived === true}
            act={act}
          />
          {pieces.error && (
            <Button variant="subtle" size="compact-sm" onClick={pieces.reload}>
              {`${pieces.error}. Try again`}
            </Button>
          )}
          {none &&
            (wanted.search ? (
              <Text c="dimmed">No piece has that in its name, in its words or in the names of its parts.</Text>
            ) : isFiltered(wanted) ? (
              <Text c="dimmed">No piece is like that. Show all, or narrow less.</Text>
            ) : campaigns.length ? (
              <Text fz="sm" c="dimmed">
                No pieces yet. Drop a photo anywhere on this page, or begin from a destination.
              </Text>
            ) : (
              <Stack align="center" gap="xs" mt={80}>
                <Text fz="lg">Drop a photo anywhere on this page to begin.</Text>
              </Stack>
            ))}
        </section>
      </main>
      <input
        ref={files}
        type="file"
        accept="image/*"
        hidden
        data-testid="photo-file"
        onChange={(e) => {
          void begin(e.currentTarget.files?.[0]);
          e.currentTarget.value = '';
        }}
      />
      <input
        ref={finished}
        type="file"
        accept="image/*"
        hidden
        data-testid="finished-file"
        onChange={(e) => {
          const [file] = e.currentTarget.files ?? [];
          if (file) void check(file);
          e.currentTarget.value = '';
        }}
      />
      <input
        ref={zips}
        type="file"
        accept=".zip,.ora,.svg,.svgz"
        hidden
        data-testid="piece-file"
        onChange={(e) => {
          const [file] = e.currentTarget.files ?? [];
          if (file) void takeIn(file);
          e.currentTarget.value = '';
        }}
      />
      {making && (
        <NewPiece
          photo={making.photo}
          campaigns={campaigns}
          campaign={making.campaign}
          known={making.known}
          onClose={() => setMaking(null)}
          onMade={(id, outlined) =>
            router.push(`/piece/${id}${making.photo ? BEGIN_WITH_HEADLINE : outlined ? BEGIN_WITH_OUTLINE : ''}`)
          }
        />
      )}
      {covers && (
        <Covers
          campaign={covers}
          onClose={() => setCovers(null)}
          onBegin={(known) => {
            setMaking({ photo: null, campaign: covers.id, known });
            setCovers(null);
          }}
        />
      )}
      {templating && (
        <NamePlaces
          of={templating}
          onClose={() => setTemplating(null)}
          onDone={({ piece }) =>
            notifications.show({
              title: `${piece.name} is a template now`,
              message: <Anchor href="/templates">See all templates</Anchor>,
            })
          }
        />
      )}
      {dating && <DueDay pieces={dating} onClose={() => setDating(null)} onDone={refresh} />}
      {bin && <Bin onClose={() => setBin(false)} onBack={refresh} />}
    </div>
  );
}

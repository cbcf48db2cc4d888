'use client';
// The start page: campaigns with their pieces, a new piece from a destination or a size, or from a photo dropped
// anywhere.
import { ActionIcon, Anchor, Button, Group, Menu, Stack, Text, TextInput, Title, Tooltip } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import {
  IconCopy,
  IconDots,
  IconFileImport,
  IconFileZip,
  IconFolderSymlink,
  IconLayoutGrid,
  IconPencil,
  IconPhotoUp,
  IconPlus,
  IconSearch,
  IconTemplate,
  IconTextScan2,
  IconTrash,
} from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { isInFeed } from '../../core/piece/covers';
import { beginningFor } from '../../core/piece/beginning';
import { renamePiece } from '../../core/piece/edits';
import {
  api,
  type AssetInfo,
  type CampaignInfo,
  inWords,
  type Page,
  type PieceInfo,
  type StoredPiece,
} from '../shared/api';
import { BEGIN_WITH_HEADLINE, BEGIN_WITH_LETTERS, BEGIN_WITH_OUTLINE } from '../shared/beginning';
import { useFileDrop } from '../shared/file-drop';
import { More } from '../shared/More';
import { usePages } from '../shared/pages';
import { SchemeSwitch } from '../shared/SchemeSwitch';
import { toBin } from '../shared/to-bin';
import { isPieceFile, takeInWithNotice, uploadWithNotice } from '../shared/upload';
import { NamePlaces } from '../templates/NamePlaces';
import { Bin } from './Bin';
import { CampaignMenu } from './CampaignMenu';
import { Covers, type KnownFeed } from './Covers';
import { NewPiece } from './NewPiece';
import css from './StartPage.module.css';

interface Props {
  campaigns: CampaignInfo[];
  /** The first page of pieces. */
  first: Page<PieceInfo>;
  /** There is a session to end. */
  signedIn: boolean;
}

export function StartPage({ campaigns: given, first, signedIn }: Props) {
  const router = useRouter();
  const [campaigns, setCampaigns] = useState(given);
  const [search, setSearch] = useState('');
  const [making, setMaking] = useState<{ photo: AssetInfo | null; campaign?: string; known?: KnownFeed } | null>(null);
  const [covers, setCovers] = useState<CampaignInfo | null>(null);
  const [bin, setBin] = useState(false);
  const pieces = usePages(api.pieces, search, first);
  const toRename = useRef<string | null>(null);
  const [renaming, setRenaming] = useState<string | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  const [templating, setTemplating] = useState<StoredPiece | null>(null);
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
          {one ? <Anchor href={`/piece/${one.id}`}>Open it</Anchor> : 'Nothing that was here has changed.'}
        </>
      ),
    });
    setCampaigns(await api.campaigns());
    pieces.reload();
  };
  const begin = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (isPieceFile(file)) return takeIn(file);
    const photo = await uploadWithNotice(file);
    if (photo) setMaking({ photo });
  };
  /** A picture that was made anywhere: it becomes a piece of its size, and its letters are looked for. */
  const check = async (file: File): Promise<void> => {
    const photo = await uploadWithNotice(file);
    if (!photo) return;
    try {
      const beginning = beginningFor(photo),
        name = file.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 200) || 'Finished picture',
        made = await api.newPiece({ ...beginning, name, photo: photo.id });
      router.push(`/piece/${made.id}${BEGIN_WITH_LETTERS}`);
    } catch (e) {
      said(e);
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

  const back = (piece: PieceInfo): void =>
    pieces.change((all) =>
      [piece, ...all.filter((p) => p.id !== piece.id)].sort((a, b) => b.changedAt.localeCompare(a.changedAt)),
    );
  const remove = (piece: PieceInfo): Promise<void> =>
    toBin(piece, () => pieces.change((all) => all.filter((p) => p.id !== piece.id)), back);
  const said = (e: unknown): void => void notifications.show({ color: 'amber', ...inWords(e) });
  const rename = async (piece: PieceInfo, name: string): Promise<void> => {
    setRenaming(null);
    if (!name.trim() || name.trim() === piece.name) return;
    try {
      const stored = await api.piece(piece.id);
      await api.save(piece.id, stored.revision, renamePiece(stored.piece, name));
      pieces.change((all) => all.map((p) => (p.id === piece.id ? { ...p, name: name.trim() } : p)));
    } catch (e) {
      said(e);
    }
  };
  const duplicate = async (piece: PieceInfo): Promise<void> => {
    try {
      const { piece: document } = await api.piece(piece.id);
      await api.newPiece({
        document: renamePiece(document, `${piece.name.slice(0, 190)} (copy)`),
        campaign: piece.campaign,
      });
      pieces.reload();
    } catch (e) {
      said(e);
    }
  };
  const move = async (piece: PieceInfo, to: string): Promise<void> => {
    try {
      const moved = await api.move(piece.id, to);
      pieces.change((all) => all.map((p) => (p.id === piece.id ? moved : p)));
      notifications.show({
        message: `${piece.name} is in ${campaigns.find((c) => c.id === to)?.name} now`,
        autoClose: 4000,
      });
    } catch (e) {
      said(e);
    }
  };
  const toTemplate = async (piece: PieceInfo): Promise<void> => {
    try {
      setTemplating(await api.piece(piece.id));
    } catch (e) {
      said(e);
    }
  };
  const addCampaign = async (): Promise<void> => {
    const name = naming?.trim();
    setNaming(null);
    if (!name) return;
    try {
      const made = await api.newCampaign(name);
      setCampaigns((all) => [...all, made]);
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    }
  };

  const wanted = search.trim().toLowerCase();
  const shown = (pieces.items ?? []).filter((p) => !wanted || !pieces.busy || p.name.toLowerCase().includes(wanted));
  return (
    <div className={css.page} {...drop}>
      <header className={css.top}>
        <Title order={1} className={css.brand}>
          Plavo
        </Title>
        <Text c="dimmed" fz="sm" className={css.claim}>
          Headlines that stay readable, photographs that survive
        </Text>
        <Group gap="xs" className={css.doing}>
          <TextInput
            size="xs"
            className={css.search}
            leftSection={<IconSearch size={14} />}
            placeholder="Search pieces"
            aria-label="Search pieces"
            value={search}
            onChange={(e) => setSearch(e.currentTarget.value)}
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
              onClick={() =>
                void api.signOut().then(
                  () => router.refresh(),
                  (e: unknown) => notifications.show({ color: 'amber', ...inWords(e) }),
                )
              }
            >
              Sign out
            </Button>
          )}
        </Group>
      </header>
      <main className={css.main}>
        {campaigns.map((c) => {
          const own = shown.filter((p) => p.campaign === c.id);
          if (wanted && own.length === 0) return null;
          return (
            <section key={c.id} aria-label={c.name}>
              <Group justify="space-between" mb={8}>
                <Title order={2} fz={20}>
                  {c.name}
                </Title>
                <Group gap={4}>
                  {own.some((p) => isInFeed(p.sizes)) && (
                    <Button
                      size="compact-sm"
                      variant="subtle"
                      leftSection={<IconLayoutGrid size={14} />}
                      onClick={() => setCovers(c)}
                    >
                      Covers
                    </Button>
                  )}
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    leftSection={<IconPlus size={14} />}
                    onClick={() => setMaking({ photo: null, campaign: c.id })}
                  >
                    New piece here
                  </Button>
                  <CampaignMenu campaign={c} />
                </Group>
              </Group>
              {own.length === 0 && (c.pieces === 0 || !pieces.more) && (
                <Text fz="sm" c="dimmed">
                  No pieces yet. Drop a photo anywhere on this page, or begin from a destination.
                </Text>
              )}
              <div className={css.grid}>
                {own.map((p) => (
                  <article key={p.id} className={css.card}>
                    <Anchor href={`/piece/${p.id}`} className={css.link} underline="never">
                      <span className={css.frame}>
                        {p.damaged ? (
                          <Text c="dimmed" fz="sm" ta="center" p="md">
                            Damaged: open it to restore an earlier version
                          </Text>
                        ) : (
                          // Painted by our own server at this size.
                          // eslint-disable-next-line @next/next/no-img-element
                          <img
                            src={`/api/pieces/${p.id}/render?scale=${thumbScale(p)}&look=${p.look}`}
                            alt=""
                            loading="lazy"
                            style={{ aspectRatio: `${p.sizes[0]?.width} / ${p.sizes[0]?.height}` }}
                          />
                        )}
                      </span>
                      {renaming === p.id ? null : <b dir="auto">{p.name}</b>}
                      <small>
                        {p.sizes[0] && `${p.sizes[0].name}, ${p.sizes[0].width} × ${p.sizes[0].height}`}
                        {p.slides > 1 ? `, ${p.slides} ${p.section ? 'pictures' : 'slides'}` : ''}
                      </small>
                    </Anchor>
                    {renaming === p.id && (
                      <TextInput
                        size="xs"
                        autoFocus
                        className={css.rename}
                        aria-label={`Name of ${p.name}`}
                        defaultValue={p.name}
                        onFocus={(e) => e.currentTarget.select()}
                        onBlur={(e) => void rename(p, e.currentTarget.value)}
                        onKeyDown={(e) => {
                          if (e.key === 'Enter') e.currentTarget.blur();
                          if (e.key === 'Escape') {
                            e.currentTarget.value = p.name;
                            e.currentTarget.blur();
                          }
                        }}
                      />
                    )}
                    <Menu
                      position="bottom-end"
                      // Once the menu has gone and given the focus back: the field would lose it otherwise.
                      onExitTransitionEnd={() => {
                        if (toRename.current) setRenaming(toRename.current);
                        toRename.current = null;
                      }}
                    >
                      <Menu.Target>
                        <ActionIcon className={css.more} size="sm" aria-label={`More for ${p.name}`}>
                          <IconDots size={15} />
                        </ActionIcon>
                      </Menu.Target>
                      <Menu.Dropdown>
                        <Menu.Item
                          leftSection={<IconPencil size={15} />}
                          disabled={p.damaged}
                          onClick={() => void (toRename.current = p.id)}
                        >
                          Rename
                        </Menu.Item>
                        <Menu.Item
                          leftSection={<IconCopy size={15} />}
                          disabled={p.damaged}
                          onClick={() => void duplicate(p)}
                        >
                          Duplicate
                        </Menu.Item>
                        <Menu.Item
                          leftSection={<IconTemplate size={15} />}
                          disabled={p.damaged}
                          onClick={() => void toTemplate(p)}
                        >
                          Make a template
                        </Menu.Item>
                        <Menu.Item
                          leftSection={<IconFileZip size={15} />}
                          disabled={p.damaged}
                          component="a"
                          href={`/api/pieces/${p.id}/file`}
                          download
                        >
                          As a file
                        </Menu.Item>
                        {campaigns.length > 1 && (
                          <Menu.Sub>
                            <Menu.Sub.Target>
                              <Menu.Sub.Item leftSection={<IconFolderSymlink size={15} />}>
                                Move to a campaign
                              </Menu.Sub.Item>
                            </Menu.Sub.Target>
                            <Menu.Sub.Dropdown>
                              {campaigns
                                .filter((to) => to.id !== p.campaign)
                                .map((to) => (
                                  <Menu.Item key={to.id} onClick={() => void move(p, to.id)}>
                                    {to.name}
                                  </Menu.Item>
                                ))}
                            </Menu.Sub.Dropdown>
                          </Menu.Sub>
                        )}
                        <Menu.Divider />
                        <Menu.Item leftSection={<IconTrash size={15} />} onClick={() => void remove(p)}>
                          Delete
                        </Menu.Item>
                      </Menu.Dropdown>
                    </Menu>
                  </article>
                ))}
              </div>
            </section>
          );
        })}
        <More of={pieces} />
        {wanted && shown.length === 0 && !pieces.busy && !pieces.more && (
          <Text c="dimmed">No piece has that in its name or in its words.</Text>
        )}
        {campaigns.length === 0 && (
          <Stack align="center" gap="xs" mt={80}>
            <Text fz="lg">Drop a photo anywhere on this page to begin.</Text>
          </Stack>
        )}
        {naming === null ? (
          <Button
            variant="subtle"
            size="compact-sm"
            leftSection={<IconPlus size={14} />}
            onClick={() => setNaming('')}
            style={{ alignSelf: 'flex-start' }}
          >
            New campaign
          </Button>
        ) : (
          <TextInput
            size="xs"
            w={260}
            autoFocus
            aria-label="Name of the campaign"
            placeholder="Name of the campaign"
            value={naming}
            onChange={(e) => setNaming(e.currentTarget.value)}
            onBlur={() => void addCampaign()}
            onKeyDown={(e) => (e.key === 'Enter' ? e.currentTarget.blur() : e.key === 'Escape' && setNaming(null))}
          />
        )}
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
      {bin && <Bin onClose={() => setBin(false)} onBack={back} />}
    </div>
  );
}

/** Scale at which a piece is painted for its card: 520 px on the long side. */
const thumbScale = (p: PieceInfo): string =>
  (520 / Math.max(p.sizes[0]?.width ?? 520, p.sizes[0]?.height ?? 520)).toFixed(3);

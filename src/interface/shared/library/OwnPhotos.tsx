'use client';
// The pictures stored so far: to choose one from, with the pieces that use them; more can be added here, several at
// once.
import { Button, FileButton, Group, Loader, Progress, SimpleGrid, Switch, Text, UnstyledButton } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import { photoName } from '../../../core/kinds/photo';
import type { Shown } from '../../../workers/stage';
import { api, type AssetInfo, type CampaignInfo } from '../api';
import { useFileDrop } from '../file-drop';
import { More } from '../More';
import { usePages } from '../pages';
import { Painted } from '../Painted';
import { needOf, usePhotoTrials } from './photo-trials';
import { asking } from '../asking';
import { uploadWithNotice } from '../upload';
import { SearchField } from '../SearchField';
import css from './Library.module.css';
import { type PhotoFilter, PhotoFilters } from './PhotoFilters';
import { PhotoTags } from './PhotoTags';

/** Words that a photo is to carry. */
export interface Carried {
  scene: Shown;
  /** The headline, as it is called in the switch. */
  words: string;
  /** A few are tried before somebody asks. */
  ahead: boolean;
}
interface Props {
  /** What the photo is to carry: photos can be shown with it, the ones that need least first. */
  carries: Carried | null;
  onChoose: (asset: AssetInfo) => void;
}

const NONE: AssetInfo[] = [];

const usedIn = (a: AssetInfo): string => {
  const names = a.usedIn?.map((p) => p.name) ?? [];
  return names.length === 0 ? 'Not used yet' : names.length === 1 ? `In ${names[0]}` : `In ${names.length} pieces`;
};

/** What came since has no place yet: it stays behind. */
const inOrder = (photos: readonly AssetInfo[], order: readonly string[]): AssetInfo[] => [
  ...order.flatMap((id) => photos.find((p) => p.id === id) ?? []),
  ...photos.filter((p) => !order.includes(p.id)),
];

export function OwnPhotos({ carries: given, onChoose }: Props) {
  // As it was when the library was opened.
  const [carries] = useState(given);
  const [search, setSearch] = useState('');
  const [filter, setFilter] = useState<PhotoFilter>({}),
    { colour, orientation, campaign } = filter,
    ask = useCallback(
      (at: { cursor?: string; search?: string }, signal: AbortSignal) =>
        api.assets({ ...at, colour, orientation, campaign }, signal),
      [colour, orientation, campaign],
    ),
    narrowed = Boolean(colour || orientation || campaign);
  const [campaigns, setCampaigns] = useState<CampaignInfo[]>([]);
  useEffect(() => asking(api.campaigns(), setCampaigns, () => {}), []);
  const pages = usePages(ask, search),
    { items: shown, reload } = pages;
  const [carrying, setCarrying] = useState(false),
    trials = usePhotoTrials(carries?.scene ?? null, shown ?? NONE, {
      wanted: carrying,
      ahead: carries?.ahead ?? false,
    }),
    // In order once all are tried, so that nothing moves under the pointer meanwhile.
    listed = carrying && shown && trials.order ? inOrder(shown, trials.order) : shown;
  // Files that were given, and how many of them are through; both begin anew when all are.
  const [uploads, setUploads] = useState({ given: 0, done: 0 });
  const busy = uploads.done < uploads.given;

  const upload = useCallback(
    async (files: readonly File[]): Promise<void> => {
      setUploads((u) =>
        u.done < u.given ? { ...u, given: u.given + files.length } : { given: files.length, done: 0 },
      );
      // One after another, each with its own message and its own way back.
      for (const file of files) {
        if (await uploadWithNotice(file)) reload();
        setUploads((u) => ({ ...u, done: u.done + 1 }));
      }
    },
    [reload],
  );
  useEffect(() => {
    const paste = (e: ClipboardEvent): void => {
      const files = [...(e.clipboardData?.files ?? [])].filter((f) => f.type.startsWith('image/'));
      if (!files.length) return;
      e.preventDefault();
      e.stopPropagation();
      void upload(files);
    };
    window.addEventListener('paste', paste, true);
    return () => window.removeEventListener('paste', paste, true);
  }, [upload]);

  const drop = useFileDrop((files) => void upload(files));
  return (
    <div className={css.library} {...drop}>
      <Group mb="md" wrap="nowrap">
        <SearchField flex={1} what="Search by name or tag" value={search} onChange={setSearch} data-autofocus />
        <FileButton
          multiple
          accept="image/*"
          inputProps={{ 'data-testid': 'library-files' } as never}
          onChange={(files) => void upload(files)}
        >
          {(props) => (
            <Button {...props} leftSection={<IconUpload size={15} />} disabled={busy}>
              Add photos
            </Button>
          )}
        </FileButton>
      </Group>
      <PhotoFilters value={filter} campaigns={campaigns} onChange={setFilter} />
      {busy && (
        <Group gap="sm" mb="md" wrap="nowrap" role="status">
          <Progress flex={1} value={(100 * (uploads.done + 0.5)) / uploads.given} aria-label="Adding photos" />
          <Text fz="xs" c="dimmed">
            {uploads.done + 1} of {uploads.given}
          </Text>
        </Group>
      )}
      {!shown && !pages.error && <Loader size="sm" />}
      {shown && shown.length === 0 && (
        <Text c="dimmed">
          {search.trim() || narrowed
            ? 'No photo is like that.'
            : 'No photos yet: drop some here, paste one, or add them from files.'}
        </Text>
      )}
      {carries && shown && shown.length > 0 && (
        <Group gap="sm" mb="md">
          <Switch
            size="sm"
            checked={carrying}
            onChange={(e) => setCarrying(e.currentTarget.checked)}
            label={`With \u201c${carries.words}\u201d set on each, the ones that need least first`}
          />
          {carrying && (
            <Text fz="sm" c="dimmed" role="status">
              {trials.order ? 'All are tried' : `${trials.tried.size} of ${shown.length} tried`}
            </Text>
          )}
        </Group>
      )}
      <SimpleGrid cols={4} spacing="sm">
        {listed?.map((a) => (
          <div key={a.id} className={css.own}>
            {' '}
            <UnstyledButton
              className={css.photo}
              onClick={() => onChoose(a)}
              aria-label={carrying ? undefined : photoName(a.name)}
              data-photo={photoName(a.name)}
              title={a.usedIn?.map((p) => p.name).join(', ')}
            >
              {carrying && trials.tried.get(a.id) ? (
                <Painted pixels={trials.tried.get(a.id)!.picture} />
              ) : (
                // eslint-disable-next-line @next/next/no-img-element -- made small by our own server
                <img src={`/api/assets/${a.id}?as=thumbnail`} alt="" loading="lazy" />
              )}
              <span>{photoName(a.name)}</span>
              {carrying ? (
                <small>{needOf(trials.tried.get(a.id))}</small>
              ) : (
                <>
                  <small>
                    {a.width} × {a.height}
                  </small>
                  <small>{a.credit ? `By ${a.credit.author}` : usedIn(a)}</small>
                </>
              )}
            </UnstyledButton>
            <PhotoTags
              photo={a}
              onChange={(tags) => pages.change((all) => all.map((x) => (x.id === a.id ? { ...x, tags } : x)))}
            />
          </div>
        ))}
      </SimpleGrid>
      <Group justify="center" mt="sm">
        <More of={pages} />
      </Group>
    </div>
  );
}

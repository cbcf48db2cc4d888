'use client';
// Templates, each with one's own photo and words already in it. A press on one makes the piece, solved.
import { Button, FileButton, Group, Loader, Select, Stack, Text, Textarea, TextInput } from '@mantine/core';
import { IconPhoto, IconPhotoUp, IconX } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { countOf, type Material } from '../../core/filling/fill';
import { type FillPicture, fillPicture } from '../../core/filling/picture';
import { photoName } from '../../core/kinds/photo';
import { subjectFrom } from '../../core/photo/subject';
import { destinationById } from '../../core/piece/destinations';
import { familiesOf, type OwnFont } from '../../core/type/catalogue';
import { solverWorkers, tellFonts } from '../../workers/clients';
import { lookedFor } from '../../workers/found';
import { api, type AssetInfo, type CampaignInfo, type StoredPiece } from '../shared/api';
import dropCss from '../shared/Drop.module.css';
import { useFileDrop } from '../shared/file-drop';
import { Library } from '../shared/library/Library';
import { PageTop } from '../shared/PageTop';
import { toBin } from '../shared/to-bin';
import { uploadWithNotice } from '../shared/upload';
import { wentWrong } from '../shared/went-wrong';
import { TemplateCard } from './TemplateCard';
import css from './Templates.module.css';
import { useTrying } from './trying';

interface Props {
  templates: StoredPiece[];
  campaigns: CampaignInfo[];
  fonts: OwnFont[];
  photo: AssetInfo | null;
  campaign: string | null;
}

/** Lines that can be typed; what further places a template has stay empty. */
const LINES = ['Line', 'Second line', 'Third line'];

export function TemplatesPage({ templates: given, campaigns, fonts, photo: first, campaign }: Props) {
  const router = useRouter();
  const [templates, setTemplates] = useState(given),
    [photo, setPhoto] = useState<AssetInfo | null>(first),
    [found, setFound] = useState<{ asset: string; picture: FillPicture } | null>(null),
    [headline, setHeadline] = useState(''),
    [lines, setLines] = useState<string[]>(LINES.map(() => '')),
    [logo, setLogo] = useState<AssetInfo | null>(null),
    [choosing, setChoosing] = useState<'photo' | 'logo' | null>(null),
    [shownIn, setShownIn] = useState<string | null>(null),
    [into, setInto] = useState(campaign ?? campaigns.at(-1)?.id ?? null),
    [making, setMaking] = useState<string | null>(null);

  useEffect(() => {
    if (fonts.length) void tellFonts(familiesOf(fonts));
  }, [fonts]);
  const material = useMemo(
    (): Material => ({
      photo: photo && (found?.asset === photo.id ? found.picture : fillPicture(photo)),
      headline,
      lines,
      logo: logo && fillPicture(logo),
    }),
    [photo, found, headline, lines, logo],
  );
  const fitting = useMemo(
    () => templates.filter((t) => !shownIn || t.piece.sizes[0].destination === shownIn),
    [templates, shownIn],
  );
  const trying = useTrying(fitting, material);
  // What is in the photo is looked for once all have been seen with it, and moves it where that is better.
  const quiet = trying.done && trying.any;
  useEffect(() => {
    if (!photo || !quiet || found?.asset === photo.id) return;
    let gone = false;
    void lookedFor(photo.id).then(
      (things) => {
        if (!gone && things.length)
          setFound({ asset: photo.id, picture: { ...fillPicture(photo), subject: subjectFrom(photo.id, things) } });
      },
      // What stands out counts then.
      () => {},
    );
    return () => {
      gone = true;
    };
  }, [photo, quiet, found]);
  // Workers are started, and fonts loaded, while the photo is still being chosen.
  useEffect(() => {
    for (const worker of solverWorkers()) void worker.warmTemplates(given.map((t) => t.piece)).catch(() => {});
  }, [given]);
  const at = new Map(trying.order.map((id, i) => [id, i])),
    shown = [...fitting].sort((a, b) => (at.get(a.id) ?? 1e6) - (at.get(b.id) ?? 1e6)),
    most = Math.max(1, ...templates.map((t) => countOf(t.piece, 'line'))),
    destinations = [...new Set(templates.map((t) => t.piece.sizes[0].destination))].flatMap((id) =>
      id ? (destinationById(id) ?? []) : [],
    );

  const take = async (file: File | undefined, as: 'photo' | 'logo'): Promise<void> => {
    if (!file) return;
    const asset = await uploadWithNotice(file);
    if (asset) (as === 'photo' ? setPhoto : setLogo)(asset);
  };
  const drop = useFileDrop(([file]) => void take(file, file.type === 'image/svg+xml' ? 'logo' : 'photo'));
  useEffect(() => {
    const paste = (e: ClipboardEvent): void => {
      const file = [...(e.clipboardData?.files ?? [])].find((f) => f.type.startsWith('image/'));
      if (file) void uploadWithNotice(file).then((asset) => asset && setPhoto(asset));
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, []);

  const make = async (template: StoredPiece): Promise<void> => {
    setMaking(template.id);
    try {
      const { piece } = template,
        ids = Array.from({ length: 8 + 3 * piece.slides.length * piece.sizes.length }, () => nanoid(10)),
        [worker] = solverWorkers(),
        made = await worker.fillTemplate(piece, material, ids),
        stored = await api.newPiece({ document: made.piece, ...(into ? { campaign: into } : {}) });
      router.push(`/piece/${stored.id}`);
    } catch (e) {
      setMaking(null);
      wentWrong(e);
    }
  };
  const remove = (template: StoredPiece): Promise<void> =>
    toBin(
      [{ id: template.id, name: template.piece.name }],
      () => setTemplates((all) => all.filter((t) => t.id !== template.id)),
      () => setTemplates((all) => [template, ...all]),
    );

  return (
    <div className={dropCss.page} data-drop="Drop the photo to see every template with it" {...drop}>
      <PageTop title="Templates" back={{ href: '/', name: 'All pieces' }}>
        <Text c="dimmed" fz="sm" className={css.claim}>
          Put in a photo and words: each template is shown with them, solved. Press one to go on with it.
        </Text>
      </PageTop>
      <div className={css.columns}>
        <aside className={css.material} aria-label="What goes into the templates">
          <PictureField
            label="Photo"
            hint="Drop, paste or choose one"
            asset={photo}
            onFile={(file) => void take(file, 'photo')}
            onLibrary={() => setChoosing('photo')}
            onNone={() => setPhoto(null)}
          />
          <Textarea
            label="Headline"
            placeholder="What it says"
            autosize
            minRows={2}
            maxRows={4}
            maxLength={2000}
            value={headline}
            data-autofocus
            onChange={(e) => setHeadline(e.currentTarget.value)}
          />
          {LINES.slice(0, most).map((label, i) => (
            <TextInput
              key={label}
              size="xs"
              label={label}
              maxLength={2000}
              value={lines[i]}
              onChange={(e) => {
                const { value } = e.currentTarget;
                setLines((all) => all.map((l, j) => (j === i ? value : l)));
              }}
            />
          ))}
          <PictureField
            label="Logo"
            hint="The template’s own where there is none"
            asset={logo}
            small
            onFile={(file) => void take(file, 'logo')}
            onLibrary={() => setChoosing('logo')}
            onNone={() => setLogo(null)}
          />
          {campaigns.length > 0 && (
            <Select
              size="xs"
              label="The piece goes into"
              allowDeselect={false}
              value={into}
              data={campaigns.map((c) => ({ value: c.id, label: c.name }))}
              onChange={setInto}
            />
          )}
          <Select
            size="xs"
            label="Shown in"
            clearable
            placeholder="Anywhere"
            value={shownIn}
            data={destinations.map((d) => ({ value: d.id, label: d.name }))}
            onChange={setShownIn}
          />
        </aside>
        <main className={css.main}>
          <div role="status" className={css.said}>
            {trying.failed !== null
              ? `Some could not be painted: ${trying.failed}`
              : trying.any
                ? trying.done
                  ? `${shown.filter((t) => trying.tried.get(t.id)?.preview.outcome.clear).length} of ${shown.length} are Clear; those that keep most of the photo come first.`
                  : 'Painting them with your photo and words'
                : `${shown.length} templates, as they were made.`}
            {!trying.done && <Loader size={12} ml={8} />}
          </div>
          {shown.length === 0 && (
            <Text c="dimmed">
              {templates.length
                ? 'No template is for that destination.'
                : 'No templates yet. Any piece can become one: choose “Make a template” in its menu on the start page.'}
            </Text>
          )}
          <div className={css.grid}>
            {shown.map((t) => (
              <TemplateCard
                key={t.id}
                template={t}
                tried={trying.any ? (trying.tried.get(t.id) ?? null) : null}
                stale={trying.tried.get(t.id)?.question !== trying.question}
                making={making === t.id}
                disabled={making !== null}
                onMake={() => void make(t)}
                onRemove={() => void remove(t)}
                onChanged={(changed) => setTemplates((all) => all.map((x) => (x.id === changed.id ? changed : x)))}
              />
            ))}
          </div>
        </main>
      </div>
      {choosing && (
        <Library
          title={choosing === 'photo' ? 'Photos in the library' : 'Logos and pictures in the library'}
          onClose={() => setChoosing(null)}
          onChoose={(asset) => {
            (choosing === 'photo' ? setPhoto : setLogo)(asset);
            setChoosing(null);
          }}
        />
      )}
    </div>
  );
}

function PictureField({
  label,
  hint,
  asset,
  small = false,
  onFile,
  onLibrary,
  onNone,
}: {
  label: string;
  hint: string;
  asset: AssetInfo | null;
  small?: boolean;
  onFile: (file: File | undefined) => void;
  onLibrary: () => void;
  onNone: () => void;
}) {
  return (
    <Stack gap={4} role="group" aria-label={label}>
      <Text fz={small ? 'xs' : 'sm'} fw={500} component="span">
        {label}
      </Text>
      {asset ? (
        <div className={css.chosen} data-small={small || undefined}>
          {/* eslint-disable-next-line @next/next/no-img-element -- made small by our own server */}
          <img src={`/api/assets/${asset.id}?as=thumbnail`} alt={photoName(asset.name)} />
        </div>
      ) : (
        <div className={css.empty} data-small={small || undefined}>
          {hint}
        </div>
      )}
      <Group gap={6} wrap="nowrap">
        <FileButton
          accept="image/*"
          onChange={(f) => onFile(f ?? undefined)}
          inputProps={{ 'data-testid': `${label.toLowerCase()}-file` } as never}
        >
          {(props) => (
            <Button {...props} size="compact-xs" variant="default" leftSection={<IconPhotoUp size={13} />}>
              From a file
            </Button>
          )}
        </FileButton>
        <Button size="compact-xs" variant="default" leftSection={<IconPhoto size={13} />} onClick={onLibrary}>
          Library
        </Button>
        {asset && (
          <Button size="compact-xs" variant="subtle" onClick={onNone} aria-label={`No ${label.toLowerCase()}`}>
            <IconX size={13} />
          </Button>
        )}
      </Group>
    </Stack>
  );
}

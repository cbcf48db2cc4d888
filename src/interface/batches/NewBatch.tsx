'use client';
// A new batch: a table, which of its columns fills what, any row of it to be looked at beforehand.
import {
  Button,
  FileButton,
  Group,
  Loader,
  MultiSelect,
  NumberInput,
  Select,
  Stack,
  Text,
  Textarea,
  TextInput,
  Title,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconFileTypeCsv } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { type FillPicture, fillPicture } from '../../core/filling/picture';
import {
  guessedMatch,
  inColours,
  pictureNames,
  rowFilling,
  type Table,
  tableFrom,
  targetsOf,
  textOf,
} from '../../core/filling/table';
import { DESTINATIONS } from '../../core/piece/destinations';
import { worstVerdict } from '../../core/reading/verdict';
import { familiesOf, type OwnFont } from '../../core/type/catalogue';
import { solverWorkers, tellFonts } from '../../workers/clients';
import type { TemplatePreview } from '../../workers/reading/filling';
import { api, type AssetInfo, type CampaignInfo, inWords, type StoredPiece } from '../shared/api';
import dropCss from '../shared/Drop.module.css';
import { useFileDrop } from '../shared/file-drop';
import { PageTop } from '../shared/PageTop';
import { Painted } from '../shared/Painted';
import { nextQuestion } from '../shared/questions';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import { wentWrong } from '../shared/went-wrong';
import css from './Batches.module.css';

/** Pictures of the library by all their names: asked for once, page by page. */
async function library(): Promise<Map<string, FillPicture>> {
  const out = new Map<string, FillPicture>();
  for (let cursor: string | undefined, pages = 0; pages < 25; pages++) {
    const { items, next }: { items: AssetInfo[]; next: string | null } = await api.assets({ cursor, limit: 200 });
    for (const item of items)
      for (const known of pictureNames(item.name)) if (!out.has(known)) out.set(known, fillPicture(item));
    if (next === null) break;
    cursor = next;
  }
  return out;
}

const NONE = '';

export function NewBatch({
  template: { id, piece, campaign },
  campaigns,
  fonts,
}: {
  template: StoredPiece;
  campaigns: CampaignInfo[];
  fonts: OwnFont[];
}) {
  const router = useRouter();
  const [text, setText] = useState(''),
    [name, setName] = useState(piece.name),
    [into, setInto] = useState(campaign),
    [sizes, setSizes] = useState<string[]>([]),
    [match, setMatch] = useState<Record<string, number>>({}),
    [chosen, setRow] = useState(0),
    [pictures, setPictures] = useState<Map<string, FillPicture> | null>(null),
    [busy, setBusy] = useState(false);
  const read = useMemo((): { table: Table | null; fault: string | null } => {
    if (!text.trim()) return { table: null, fault: null };
    try {
      return { table: tableFrom(text), fault: null };
    } catch (e) {
      return { table: null, fault: (e as Error).message };
    }
  }, [text]);
  const { table } = read,
    targets = useMemo(() => targetsOf(piece), [piece]),
    row = Math.min(chosen, (table?.rows.length ?? 1) - 1);
  useEffect(() => {
    if (fonts.length) void tellFonts(familiesOf(fonts));
    library().then(setPictures, wentWrong);
  }, [fonts]);
  const taken = (words: string): void => {
    setText(words);
    setRow(0);
    try {
      setMatch(guessedMatch(piece, tableFrom(words).columns));
    } catch {
      setMatch({});
    }
  };

  const filled = useMemo(
    () =>
      table && pictures
        ? table.rows.map((cells) =>
            rowFilling(
              piece,
              match,
              cells,
              (called) => pictureNames(called).flatMap((n) => pictures.get(n) ?? [])[0] ?? null,
            ),
          )
        : null,
    [table, pictures, piece, match],
  );
  const bad = filled?.flatMap((f, i) => (f.faults.length ? [{ row: i + 1, why: f.faults.join('. ') }] : [])) ?? [],
    own = filled?.[row] ?? null,
    // Objects are made anew whenever anything is typed: what they say decides.
    key = own && !own.faults.length ? JSON.stringify([own.filling, own.colours]) : null,
    { preview, failed } = usePreview(piece, key);

  const takeFile = async (file: File | null): Promise<void> => {
    if (file) taken(textOf(new Uint8Array(await file.arrayBuffer())));
  };
  const drop = useFileDrop(([file]) => void takeFile(file ?? null));
  const begin = async (): Promise<void> => {
    if (!table) return;
    setBusy(true);
    try {
      const { columns, rows } = table,
        made = await api.newBatch({ template: id, name: name.trim(), campaign: into, columns, rows, match, sizes });
      router.push(`/batches/${made.id}`);
    } catch (e) {
      setBusy(false);
      notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    }
  };
  const verdict = preview && worstVerdict(preview.outcome.readings.map((r) => r.verdict));

  return (
    <div className={dropCss.page} data-drop="Drop the table to read it" {...drop}>
      <PageTop title={`Fill \u201c${piece.name}\u201d from a table`} back={{ href: '/templates', name: 'Templates' }}>
        <span className={css.grow} />
        <Button size="xs" variant="subtle" component="a" href="/batches">
          Earlier batches
        </Button>
      </PageTop>
      <main className={css.columns}>
        <Stack gap="md" miw={0}>
          <Stack gap={6}>
            <Group justify="space-between">
              <Title order={2} fz={16}>
                The table
              </Title>
              <FileButton
                accept=".csv,.tsv,.txt,text/csv"
                onChange={(f) => void takeFile(f)}
                inputProps={{ 'data-testid': 'table-file' } as never}
              >
                {(props) => (
                  <Button {...props} size="compact-sm" variant="default" leftSection={<IconFileTypeCsv size={15} />}>
                    From a CSV file
                  </Button>
                )}
              </FileButton>
            </Group>
            <Textarea
              aria-label="The table"
              placeholder={
                'Paste cells from a spreadsheet, or drop a CSV file.\nThe first row names the columns: Photo, Headline, Date'
              }
              autosize
              minRows={4}
              maxRows={7}
              value={text}
              onChange={(e) => taken(e.currentTarget.value)}
              styles={{ input: { fontFamily: 'monospace', fontSize: 13 } }}
            />
            {read.fault && (
              <Text fz="sm" c="amber" role="alert">
                {read.fault}
              </Text>
            )}
            {table?.notes.map((n) => (
              <Text key={n} fz="sm" c="dimmed">
                {n}
              </Text>
            ))}
          </Stack>
          {table && (
            <>
              <Stack gap={6}>
                <Title order={2} fz={16}>
                  Which column fills what
                </Title>
                <div className={css.matched}>
                  {targets.map((t) => (
                    <Select
                      key={t.key}
                      size="xs"
                      label={t.kind === 'colour' ? `Colour ${t.name}` : t.name}
                      allowDeselect={false}
                      value={match[t.key] === undefined ? NONE : String(match[t.key])}
                      data={[
                        { value: NONE, label: 'Stays as it is' },
                        ...table.columns.map((c, i) => ({ value: String(i), label: c })),
                      ]}
                      onChange={(v) =>
                        setMatch((all) => {
                          const { [t.key]: _was, ...rest } = all;
                          return v ? { ...rest, [t.key]: Number(v) } : rest;
                        })
                      }
                    />
                  ))}
                </div>
              </Stack>
              <div className={css.table} role="region" aria-label="Rows" tabIndex={0}>
                <table>
                  <thead>
                    <tr>
                      <th>Row</th>
                      {table.columns.map((c) => (
                        <th key={c}>{c}</th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {table.rows.slice(0, 200).map((cells, i) => (
                      <tr
                        key={i}
                        aria-current={i === row}
                        data-bad={filled?.[i].faults.length ? true : undefined}
                        onClick={() => setRow(i)}
                      >
                        <td>{i + 1}</td>
                        {cells.map((c, j) => (
                          <td key={j}>{c}</td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
              {table.rows.length > 200 && (
                <Text fz="sm" c="dimmed">
                  The first 200 of {table.rows.length} rows are shown; all are made.
                </Text>
              )}
              {bad.length > 0 && (
                <Stack gap={2} role="status">
                  <Text fz="sm" fw={700}>
                    {bad.length === 1 ? 'One row needs a hand' : `${bad.length} rows need a hand`}: the others are made
                    all the same.
                  </Text>
                  {bad.slice(0, 6).map((b) => (
                    <Text key={b.row} fz="sm">
                      Row {b.row}: {b.why}
                    </Text>
                  ))}
                  {bad.length > 6 && (
                    <Text fz="sm" c="dimmed">
                      And {bad.length - 6} more.
                    </Text>
                  )}
                </Stack>
              )}
            </>
          )}
        </Stack>
        <Stack gap="sm" className={css.side}>
          <div className={css.picture}>
            {preview && key ? (
              <Painted pixels={preview.picture} />
            ) : own?.faults.length ? (
              <Text fz="sm" ta="center">
                {own.faults.join('. ')}
              </Text>
            ) : key && !failed ? (
              <Loader size="sm" />
            ) : failed ? (
              <Text fz="sm">{failed}</Text>
            ) : (
              // eslint-disable-next-line @next/next/no-img-element -- painted by our own server
              <img
                alt={piece.name}
                src={`/api/pieces/${id}/render?scale=${(540 / Math.max(piece.sizes[0].width, piece.sizes[0].height)).toFixed(3)}`}
              />
            )}
          </div>
          {table && (
            <Group justify="space-between">
              <NumberInput
                size="xs"
                w={110}
                aria-label="Row that is shown"
                prefix="Row "
                min={1}
                max={table.rows.length}
                value={row + 1}
                onChange={(v) => setRow(Math.max(0, Number(v) - 1 || 0))}
              />
              {preview && key && (
                <Group gap={6} fz="sm">
                  <VerdictMark verdict={verdict} size={13} />
                  {verdict ? VERDICT_WORD[verdict] : 'No words'}
                  {preview.tooLong.length ? ', too many words' : ''}
                </Group>
              )}
            </Group>
          )}
          <TextInput
            size="xs"
            label="Name of the batch"
            value={name}
            maxLength={200}
            onChange={(e) => setName(e.currentTarget.value)}
          />
          <Select
            size="xs"
            label="It goes into"
            allowDeselect={false}
            value={into}
            data={campaigns.map((c) => ({ value: c.id, label: c.name }))}
            onChange={(v) => v && setInto(v)}
          />
          {!piece.section && (
            <MultiSelect
              size="xs"
              label="Sizes besides its own"
              placeholder={sizes.length ? undefined : 'None'}
              value={sizes}
              data={DESTINATIONS.filter((d) => !d.companion && !piece.sizes.some((s) => s.destination === d.id)).map(
                (d) => ({
                  value: d.id,
                  label: d.name,
                }),
              )}
              onChange={setSizes}
            />
          )}
          <Button
            loading={busy}
            disabled={
              !table || !filled || !name.trim() || Object.keys(match).length === 0 || bad.length === table.rows.length
            }
            onClick={() => void begin()}
          >
            {table ? `Make ${table.rows.length - bad.length} of ${table.rows.length} rows` : 'Make the rows'}
          </Button>
        </Stack>
      </main>
    </div>
  );
}

/** How a row will look. @param key what fills the template and its colours, as JSON; null for none */
function usePreview(
  piece: StoredPiece['piece'],
  key: string | null,
): { preview: TemplatePreview | null; failed: string | null } {
  const [state, setState] = useState<{ key: string; preview: TemplatePreview | null; failed: string | null } | null>(
    null,
  );
  useEffect(() => {
    if (key === null) return;
    const [filling, colours] = JSON.parse(key) as [never, Record<string, string>],
      question = nextQuestion(),
      [worker] = solverWorkers();
    worker.tryTemplate(question, inColours(piece, colours), filling, true).then(
      (preview) => preview && setState({ key, preview: preview as TemplatePreview, failed: null }),
      (e: unknown) => setState({ key, preview: null, failed: e instanceof Error ? e.message : String(e) }),
    );
  }, [piece, key]);
  return { preview: state?.preview ?? null, failed: state?.key === key ? (state?.failed ?? null) : null };
}

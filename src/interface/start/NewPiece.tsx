'use client';
// A new piece: the destination, or a size of one's own. The right pixel size is known, never guessed.
import { Button, Checkbox, Group, Select, Text, UnstyledButton } from '@mantine/core';
import { IconTemplate } from '@tabler/icons-react';
import { useState } from 'react';
import { type Destination, DESTINATIONS } from '../../core/piece/destinations';
import { api, type AssetInfo, type CampaignInfo } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { OwnSize } from '../shared/OwnSize';
import { wentWrong } from '../shared/went-wrong';
import { beginningOf, canBegin, DuePicture, dueInWords, type KnownFeed, useFeed } from './Covers';
import covers from './Covers.module.css';
import css from './NewPiece.module.css';

const BOX = { width: 92, height: 74 };

function Shape({ d }: { d: Destination }) {
  const k = Math.min(BOX.width / d.width, BOX.height / d.height);
  const w = d.width * k,
    h = d.height * k;
  return (
    <svg width={BOX.width} height={BOX.height} aria-hidden>
      <g transform={`translate(${(BOX.width - w) / 2} ${(BOX.height - h) / 2})`}>
        <clipPath id={`clip-${d.id}`}>
          <rect width={w} height={h} />
        </clipPath>
        <rect width={w} height={h} className={css.sheet} />
        <g clipPath={`url(#clip-${d.id})`} className={css.zone}>
          {d.keepClear.map((z) =>
            z.shape === 'ellipse' ? (
              <ellipse
                key={z.name}
                cx={(z.x + z.width / 2) * w}
                cy={(z.y + z.height / 2) * h}
                rx={(z.width / 2) * w}
                ry={(z.height / 2) * h}
              />
            ) : (
              <rect key={z.name} x={z.x * w} y={z.y * h} width={z.width * w} height={z.height * h} />
            ),
          )}
        </g>
      </g>
    </svg>
  );
}

export function NewPiece({
  photo,
  campaigns,
  campaign,
  known = null,
  onMade,
  onClose,
}: {
  photo: AssetInfo | null;
  campaigns: readonly CampaignInfo[];
  /** The campaign that is chosen at first. */
  campaign?: string;
  /** It is to begin with what is due in this feed. */
  known?: KnownFeed | null;
  /** @param outlined it has slides, which are written down first */
  onMade: (id: string, outlined: boolean) => void;
  onClose: () => void;
}) {
  const [busy, setBusy] = useState<string | null>(null);
  const [into, setInto] = useState(campaign ?? campaigns.at(-1)?.id ?? null);
  const [dueToo, setDueToo] = useState(known !== null);
  const { feed, house } = useFeed(photo ? null : into, known),
    due = feed && feed.covers.length > 0 && canBegin(feed.due) ? feed.due : null;

  const make = async (key: string, ask: Record<string, unknown>, outlined = false): Promise<void> => {
    setBusy(key);
    try {
      const made = await api.newPiece({
        ...ask,
        ...(photo ? { photo: photo.id } : {}),
        ...(into ? { campaign: into } : {}),
      });
      onMade(made.id, outlined);
    } catch (e) {
      setBusy(null);
      wentWrong(e);
    }
  };
  return (
    <Dialog
      opened
      onClose={onClose}
      size={860}
      title={photo ? `Where will "${photo.name}" be shown?` : 'Where will it be shown?'}
    >
      <Group justify="space-between" align="flex-end" mb="sm">
        {campaigns.length > 0 && (
          <Select
            size="xs"
            w={280}
            label="In the campaign"
            allowDeselect={false}
            value={into}
            data={campaigns.map((c) => ({ value: c.id, label: c.name }))}
            onChange={setInto}
          />
        )}
        <Button
          size="xs"
          variant="default"
          leftSection={<IconTemplate size={16} />}
          component="a"
          href={`/templates?${new URLSearchParams({ ...(photo ? { photo: photo.id } : {}), ...(into ? { campaign: into } : {}) })}`}
        >
          {photo ? 'See it in the templates' : 'Begin with a template'}
        </Button>
      </Group>
      {due && (
        <div className={covers.offer}>
          <span className={covers.picture}>
            <DuePicture due={due} house={house} />
          </span>
          <Checkbox
            size="xs"
            checked={dueToo}
            onChange={(e) => setDueToo(e.currentTarget.checked)}
            label={`Posts and carousels begin with what is due: ${dueInWords(due, house).toLowerCase()}`}
            description={`${due.reasons.join('. ')}.`}
          />
        </div>
      )}
      <div className={css.grid}>
        {DESTINATIONS.map((d) => (
          <UnstyledButton
            key={d.id}
            className={css.card}
            data-busy={busy === d.id || undefined}
            disabled={busy !== null}
            onClick={() =>
              void make(
                d.id,
                { destination: d.id, ...(d.feed && due && dueToo ? beginningOf(due) : {}) },
                d.id === 'carousel',
              )
            }
            data-destination={d.id}
          >
            <Shape d={d} />
            <b>{d.name}</b>
            <small>
              {d.width} × {d.height}
              {d.companion ? ` and ${d.companion.width} × ${d.companion.height}` : ''}
            </small>
            <span>{d.hint}</span>
          </UnstyledButton>
        ))}
      </div>
      <Group mt="md" align="flex-end" gap="xs" className={css.own}>
        <Text fz="sm" fw={700} mb={6}>
          A size of your own
        </Text>
        <OwnSize
          label="Begin"
          busy={busy === 'own'}
          disabled={busy !== null}
          onTake={(width, height) => void make('own', { width, height })}
        />
      </Group>
    </Dialog>
  );
}

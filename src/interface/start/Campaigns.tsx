'use client';
// Campaigns, each known by the picture of one of its pieces; one is gone into by pressing it.
import { Button, Text, TextInput, UnstyledButton } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { api, type CampaignInfo } from '../shared/api';
import { Thumbnail } from '../shared/Thumbnail';
import { wentWrong } from '../shared/went-wrong';
import css from './Campaigns.module.css';

interface Props {
  campaigns: readonly CampaignInfo[];
  chosen: string | undefined;
  onChoose: (id: string | undefined) => void;
  onMade: (campaign: CampaignInfo) => void;
}

export function Campaigns({ campaigns, chosen, onChoose, onMade }: Props) {
  return (
    <nav className={css.strip} aria-label="Campaigns">
      {campaigns.length > 1 &&
        campaigns.map((c) => (
          <UnstyledButton
            key={c.id}
            className={css.campaign}
            aria-pressed={c.id === chosen}
            onClick={() => onChoose(c.id === chosen ? undefined : c.id)}
          >
            <span className={css.cover}>{c.cover && !c.cover.damaged && <Thumbnail of={c.cover} side={320} />}</span>
            <b>{c.name}</b>
            <Text span fz="xs" c="dimmed">
              {c.pieces === 0 ? 'No pieces yet' : c.pieces === 1 ? '1 piece' : `${c.pieces} pieces`}
            </Text>
          </UnstyledButton>
        ))}
      <NewCampaign onMade={onMade} />
    </nav>
  );
}

function NewCampaign({ onMade }: Pick<Props, 'onMade'>) {
  const [naming, setNaming] = useState<string | null>(null);
  const add = async (): Promise<void> => {
    const name = naming?.trim();
    setNaming(null);
    if (!name) return;
    try {
      onMade(await api.newCampaign(name));
    } catch (e) {
      wentWrong(e);
    }
  };
  return naming === null ? (
    <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={14} />} onClick={() => setNaming('')}>
      New campaign
    </Button>
  ) : (
    <TextInput
      size="xs"
      w={200}
      autoFocus
      aria-label="Name of the new campaign"
      placeholder="Name of the campaign"
      value={naming}
      onChange={(e) => setNaming(e.currentTarget.value)}
      onBlur={() => void add()}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setNaming(null);
      }}
    />
  );
}

'use client';
// The pictures stored so far, to choose one from.
import { Loader, Modal, SimpleGrid, Text, TextInput, UnstyledButton } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { photoName } from '../../core/piece/make';
import { api, inWords, type AssetInfo } from '../shared/api';
import css from './Library.module.css';

export function Library({ onChoose, onClose }: { onChoose: (asset: AssetInfo) => void; onClose: () => void }) {
  const [assets, setAssets] = useState<AssetInfo[] | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  useEffect(() => {
    api.assets().then(setAssets, (e: unknown) => setError(inWords(e).title));
  }, []);
  const shown = assets?.filter((a) => a.name.toLowerCase().includes(search.trim().toLowerCase()));
  return (
    <Modal opened onClose={onClose} title="Photos in the library" size={760}>
      <TextInput leftSection={<IconSearch size={15} />} placeholder="Search by name" aria-label="Search by name" value={search} onChange={(e) => setSearch(e.currentTarget.value)} mb="md" data-autofocus />
      {error && <Text c="amber">{error}</Text>}
      {!assets && !error && <Loader size="sm" />}
      {shown && shown.length === 0 && <Text c="dimmed">{assets!.length ? 'No photo has that name.' : 'No photos yet: drop one on the stage.'}</Text>}
      <SimpleGrid cols={4} spacing="sm">
        {shown?.map((a) => (
          <UnstyledButton key={a.id} className={css.photo} onClick={() => onChoose(a)} aria-label={a.name}>
            {/* eslint-disable-next-line @next/next/no-img-element -- thumbnails come ready-made from our own server */}
            <img src={`/api/assets/${a.id}?as=thumbnail`} alt="" loading="lazy" />
            <span>{photoName(a.name)}</span>
            <small>
              {a.width} x {a.height}
            </small>
          </UnstyledButton>
        ))}
      </SimpleGrid>
    </Modal>
  );
}

'use client';
// Photos of a picture service: searched, paged, taken into the library with whose they are. The service is simulated,
// and so is what it does when it is slow or refuses.
import { Alert, Button, Group, Loader, Pagination, Select, SimpleGrid, Text, UnstyledButton } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import type { OutsideAnswers } from '../../../contract/outside';
import { api, type AssetInfo, inWords } from '../api';
import { wentWrong } from '../went-wrong';
import { SearchField } from '../SearchField';
import css from './Library.module.css';
import { type PhotoFilter, PhotoFilters } from './PhotoFilters';

type Found = Awaited<ReturnType<typeof api.outside>>;

export function OutsidePhotos({ onChoose }: { onChoose: (asset: AssetInfo) => void }) {
  const [search, setSearch] = useState(''),
    [words] = useDebouncedValue(search.trim(), 250),
    [filter, setFilter] = useState<PhotoFilter>({}),
    [page, setPage] = useState(1),
    [answers, setAnswers] = useState<OutsideAnswers>('promptly'),
    [again, setAgain] = useState(0);
  const [found, setFound] = useState<Found | null>(null),
    [failed, setFailed] = useState<{ title: string; message: string } | null>(null),
    [asking, setAsking] = useState(true),
    [taking, setTaking] = useState<string | null>(null);
  const { colour, orientation } = filter;
  useEffect(() => {
    const going = new AbortController();
    // eslint-disable-next-line react-hooks/set-state-in-effect -- said as soon as it is asked
    setAsking(true);
    api.outside({ search: words || undefined, colour, orientation, page, answers }, going.signal).then(
      (answer) => {
        setFound(answer);
        setFailed(null);
        setAsking(false);
      },
      (e: unknown) => {
        if (going.signal.aborted) return;
        setFailed(inWords(e));
        setAsking(false);
      },
    );
    return () => going.abort();
  }, [words, colour, orientation, page, answers, again]);
  const take = async (id: string): Promise<void> => {
    setTaking(id);
    try {
      onChoose(await api.takeOutside(id));
    } catch (e) {
      wentWrong(e);
    } finally {
      setTaking(null);
    }
  };
  return (
    <div>
      <Group mb="sm" wrap="nowrap">
        <SearchField
          flex={1}
          what="Search the picture service"
          placeholder="Search by words: snow, forest, night"
          value={search}
          onChange={(v) => {
            setSearch(v);
            setPage(1);
          }}
          data-autofocus
        />
        <Select
          w={190}
          aria-label="How the simulated service answers"
          allowDeselect={false}
          value={answers}
          onChange={(v) => setAnswers((v ?? 'promptly') as OutsideAnswers)}
          data={[
            { value: 'promptly', label: 'Answers promptly' },
            { value: 'slowly', label: 'Answers slowly' },
            { value: 'not', label: 'Refuses' },
          ]}
        />
      </Group>
      <PhotoFilters
        value={filter}
        onChange={(v) => {
          setFilter(v);
          setPage(1);
        }}
      />
      {failed ? (
        <Alert color="amber" title={failed.title} mb="md">
          <Group justify="space-between" wrap="nowrap">
            <Text fz="sm">{failed.message}</Text>
            <Button size="compact-sm" variant="default" onClick={() => setAgain((n) => n + 1)}>
              Try again
            </Button>
          </Group>
        </Alert>
      ) : (
        <Group gap="xs" mb="sm" h={20}>
          <Text fz="sm" c="dimmed" role="status">
            {asking
              ? `${found?.service ?? 'The service'} is asked`
              : found && (found.total === 0 ? 'It has no such picture. Use fewer words.' : `${found.total} pictures`)}
          </Text>
          {asking && <Loader size={14} />}
        </Group>
      )}
      <SimpleGrid cols={4} spacing="sm" style={asking ? { opacity: 0.5 } : undefined}>
        {!failed &&
          found?.items.map((p) => (
            <UnstyledButton
              key={p.id}
              className={css.photo}
              data-outside={p.id}
              aria-label={`Take ${p.title}`}
              disabled={taking !== null}
              onClick={() => void take(p.id)}
            >
              {/* eslint-disable-next-line @next/next/no-img-element -- made small by our own server */}
              <img src={`/api/outside/${p.id}/preview`} alt="" loading="lazy" />
              <span>{taking === p.id ? 'Taking it into the library' : p.title}</span>
              <small>{p.credit.author}</small>
              <small>{p.credit.named ? 'to be named' : 'need not be named'}</small>
            </UnstyledButton>
          ))}
      </SimpleGrid>
      {found && !failed && found.pages > 1 && (
        <Pagination
          mt="md"
          size="sm"
          total={found.pages}
          value={page}
          onChange={setPage}
          getControlProps={(control) => ({ 'aria-label': control === 'next' ? 'Next page' : 'Page before' })}
          getItemProps={(n) => ({ 'aria-label': `Page ${n}` })}
        />
      )}
      <Text fz="xs" c="dimmed" mt="sm">
        {`${found?.service ?? 'The service'} is simulated: pictures, authors and licences are made up.`}
      </Text>
    </div>
  );
}

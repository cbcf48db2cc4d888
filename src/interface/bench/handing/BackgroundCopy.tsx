'use client';
// The background of a slide as CSS: its declarations go to the clipboard, its photos into the downloads.
import { Button, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconBraces } from '@tabler/icons-react';
import { useState } from 'react';
import { inWords } from '../../shared/api';
import { handedBy, intoDownloads, savedPlace } from '../keeping/handed';

interface Background {
  css: string;
  leftOut: string[];
  photos: { file: string; bytes: string }[];
}

const list = (words: readonly string[]): string => new Intl.ListFormat('en').format(words);

async function background(): Promise<Background> {
  const { id, place } = await savedPlace();
  return (await (await handedBy(`/api/pieces/${id}/background?${new URLSearchParams(place)}`)).json()) as Background;
}

async function copyBackground(): Promise<void> {
  const asked = background(),
    // Given at once as what is still to come: a clipboard opens to a press only for a moment.
    css = asked.then(({ css: words }) => new Blob([words], { type: 'text/plain' }));
  await navigator.clipboard.write([new ClipboardItem({ 'text/plain': css })]);
  const found = await asked;
  for (const { file, bytes } of found.photos)
    intoDownloads(new Blob([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], { type: 'image/jpeg' }), file);
  const said = [
    found.photos.length
      ? `${list(found.photos.map((p) => p.file))} is in your downloads: it belongs beside the style sheet.`
      : '',
    found.leftOut.length ? `Not in it, since CSS has nothing alike: ${list(found.leftOut)}.` : '',
  ].filter(Boolean);
  notifications.show({
    title: 'The background is in the clipboard, as CSS',
    message: said.join(' '),
    autoClose: said.length ? 9000 : 5000,
  });
}

export function BackgroundCopy() {
  const [busy, setBusy] = useState(false);
  const copy = async (): Promise<void> => {
    setBusy(true);
    try {
      await copyBackground();
    } catch (e) {
      notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button
        size="xs"
        variant="default"
        leftSection={<IconBraces size={15} />}
        loading={busy}
        onClick={() => void copy()}
      >
        Copy the background as CSS
      </Button>
      <Text fz="xs" c="dimmed">
        What lies behind the message, for a rule of your own.
      </Text>
    </>
  );
}

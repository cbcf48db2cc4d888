// What is sent to the server with a notice that tells how far it is and takes it back when it is closed.
import { notifications } from '@mantine/notifications';
import type { TakenIn } from '../../contract/files';
import { api, type AssetInfo, inWords } from './api';

/** @param then what the server does once it has it, in words @returns null where it went wrong or was taken back */
async function sendWithNotice<T>(
  title: string,
  then: string,
  send: (progress: (share: number) => void, signal: AbortSignal) => Promise<T>,
): Promise<T | null> {
  const control = new AbortController();
  const note = notifications.show({
    loading: true,
    autoClose: false,
    title,
    message: 'Uploading',
    onClose: () => control.abort(),
  });
  try {
    const made = await send(
      (share) =>
        notifications.update({
          id: note,
          loading: true,
          autoClose: false,
          title,
          message: share < 1 ? `Uploading, ${Math.round(share * 100)} %` : then,
        }),
      control.signal,
    );
    notifications.hide(note);
    return made;
  } catch (e) {
    if ((e as Error).name !== 'AbortError')
      notifications.update({ id: note, loading: false, autoClose: 9000, color: 'amber', ...inWords(e) });
    return null;
  }
}

/** Uploads a picture; null where it went wrong or was taken back. */
export const uploadWithNotice = (file: File): Promise<AssetInfo | null> =>
  sendWithNotice(file.name || 'Picture', 'Checking the picture', (progress, signal) =>
    api.upload(file, progress, signal),
  );

/** Is it a file of pieces? */
export const isPieceFile = (file: File): boolean => /\.(?:zip|ora)$/i.test(file.name);

/** Takes in a piece or a campaign from its file; null where it went wrong or was taken back. */
export const takeInWithNotice = (file: File, campaign?: string): Promise<TakenIn | null> =>
  sendWithNotice(file.name, 'Looking at all that is in it', (progress, signal) =>
    api.takeIn(file, campaign, progress, signal),
  );

// Uploads a picture with a message that shows progress, can be closed to take it back, and says what is wrong.
import { notifications } from '@mantine/notifications';
import { api, type AssetInfo, inWords } from './api';

/** @returns the stored picture, or null where it was refused or taken back; the person has been told */
export async function uploadWithNotice(file: File): Promise<AssetInfo | null> {
  const control = new AbortController();
  const title = file.name || 'Picture';
  const note = notifications.show({
    loading: true,
    autoClose: false,
    title,
    message: 'Uploading',
    onClose: () => control.abort(),
  });
  try {
    const asset = await api.upload(
      file,
      (share) =>
        notifications.update({
          id: note,
          loading: true,
          autoClose: false,
          title,
          message: share < 1 ? `Uploading, ${Math.round(share * 100)} %` : 'Checking the picture',
        }),
      control.signal,
    );
    notifications.hide(note);
    return asset;
  } catch (e) {
    if ((e as Error).name !== 'AbortError')
      notifications.update({ id: note, loading: false, autoClose: 9000, color: 'amber', ...inWords(e) });
    return null;
  }
}

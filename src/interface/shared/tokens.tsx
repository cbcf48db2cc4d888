// A file of design tokens taken into a house style, with what is said of it.
import { notifications } from '@mantine/notifications';
import { api, inWords } from './api';

/** @throws Error in words */
function tokensIn(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new Error('The file is not JSON. Nothing was changed.');
  }
}

/** @returns whether it was taken in */
export async function takeInTokens(campaign: string, file: File): Promise<boolean> {
  try {
    const { added, changed, notes } = await api.takeInTokens(campaign, tokensIn(await file.text()));
    notifications.show({
      autoClose: notes.length ? false : 7000,
      title: `${added} parts of the house style were added, ${changed} changed`,
      message: (
        <>
          {notes.slice(0, 8).map((n) => (
            <div key={n}>{n}</div>
          ))}
          {notes.length > 8 && `And ${notes.length - 8} more notes.`}
        </>
      ),
    });
    return true;
  } catch (e) {
    notifications.show({ color: 'amber', autoClose: 9000, ...inWords(e) });
    return false;
  }
}

// An archive that the server makes while the browser takes it into the downloads: none of it is held in the page.
import type { ExportStatus } from '../../contract/exports';
import { api } from './api';

/** How often it is asked how far it is, ms. */
const ASKED = 250;

/** @param tell is told how far it is @param signal stops it @returns how it ended */
export async function fetchArchive(
  begun: ExportStatus,
  tell: (status: ExportStatus) => void,
  signal: AbortSignal,
): Promise<ExportStatus> {
  let status = begun;
  tell(status);
  signal.addEventListener('abort', () => void api.stopExport(status.id).catch(console.error), { once: true });
  Object.assign(document.createElement('a'), { href: `/api/exports/${status.id}/file`, download: '' }).click();
  while (status.state === 'waiting' || status.state === 'making') {
    await new Promise((go) => setTimeout(go, ASKED));
    status = await api.exportStatus(status.id);
    tell(status);
  }
  return status;
}

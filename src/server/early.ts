// The script that a piece's page runs while the rest of it is still being read (workers/early.ts).
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

let kept: string | null = null;

/** The script's text, as it may stand in a page. */
export function earlyScript(): string {
  if (kept !== null) return kept;
  const text = readFileSync(join(/* turbopackIgnore: true */ process.cwd(), '.build', 'early.js'), 'utf8').replace(
    /<\/script/gi,
    '<\\/script',
  );
  if (process.env.NODE_ENV === 'production') kept = text;
  return text;
}

/** A value as JSON that cannot end the script it stands in. */
export const inScript = (value: unknown): string => JSON.stringify(value).replaceAll('<', '\\u003c');

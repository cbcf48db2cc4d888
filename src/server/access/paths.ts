// Which addresses and methods the interface for programs has, from its own description: whatever else is asked is answered in words.
import { openApi } from '../contracts';
import { Problem } from '../problem';

let known: { pattern: RegExp; methods: string[] }[] | null = null;

function paths(): { pattern: RegExp; methods: string[] }[] {
  return (known ??= Object.entries((openApi() as { paths: Record<string, Record<string, unknown>> }).paths).map(([path, methods]) => ({
    pattern: new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}/?$`),
    methods: [...Object.keys(methods).map((m) => m.toUpperCase()), ...('get' in methods ? ['HEAD'] : [])],
  })));
}

/** What names things in addresses. */
const NAME = /^[\w.-]{1,80}$/;

/**
 * Why a request of a program has no answer, or null where it has one.
 * @param path decoded, of the interface for programs
 */
export function unanswerable(method: string, path: string): Problem | null {
  const found = paths().filter((p) => p.pattern.test(path));
  if (!found.length || !path.split('/').filter(Boolean).every((part) => NAME.test(part))) return new Problem(404, 'There is nothing at this address', 'GET /api/openapi.json describes what there is.');
  const methods = [...new Set(found.flatMap((p) => p.methods))];
  return methods.includes(method) ? null : new Problem(405, 'This method is not known here', `${methods.join(', ')} ${methods.length > 1 ? 'are' : 'is'}.`, [], {}, { allow: methods.join(', ') });
}

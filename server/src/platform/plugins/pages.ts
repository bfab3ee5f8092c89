import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** What a page's address needs of the built application; `path` as the browser's router has it. */
interface PageFiles {
  readonly path: string;
  readonly files: readonly string[];
}

/** What every page asks for first, and those of one investigation. */
const SESSION = '/api/session';
const investigation = (id: string): string => `/api/investigations/${id}`;

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/**
 * The page for an address: the application's own, which names what that address needs, so that the
 * browser asks for all of it at once instead of finding one file after the other.
 * @param folder of the built application; without its `pages.json` every address gets the same page.
 * @returns the page by the path of its address.
 */
export function pagesIn(folder: string): (path: string) => string {
  const plain = readFileSync(join(folder, 'index.html'), 'utf8');
  const list = join(folder, 'pages.json');
  const pages = existsSync(list) ? (JSON.parse(readFileSync(list, 'utf8')) as PageFiles[]) : [];
  const known = pages.map(({ path, files }) => ({
    parts: partsOf(path),
    links: files.map((name) => `<link rel="modulepreload" href="${name}">`).join(''),
  }));
  return (path) => {
    const parts = partsOf(path);
    const found = known.find((page) => fits(page.parts, parts));
    if (!found) return plain;
    const [first, id = ''] = parts;
    const data = [
      SESSION,
      ...(first === 'investigations' && UUID.test(id) ? [investigation(id)] : []),
    ];
    const asked = data
      .map((url) => `<link rel="preload" as="fetch" crossorigin="anonymous" href="${url}">`)
      .join('');
    // After what is named already, which runs first.
    return plain.replace('</body>', () => `${asked}${found.links}</body>`);
  };
}

const partsOf = (path: string): string[] => path.split('/').filter((part) => part !== '');

/** Whether an address is one of a route: `:name` matches any one part. */
const fits = (route: readonly string[], parts: readonly string[]): boolean =>
  route.length === parts.length &&
  route.every((part, i) => part.startsWith(':') || part === parts[i]);

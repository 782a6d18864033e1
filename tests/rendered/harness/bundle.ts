import { readdirSync } from 'node:fs';
import { basename, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, type Plugin } from 'esbuild';

const ROOT = fileURLToPath(new URL('../../..', import.meta.url));
const HERE = join(ROOT, 'tests/rendered/harness');

/** The application's scripts, each as the text of one function's body. */
export interface Scripts {
  /** Draws the application into a document. */
  readonly app: string;
  /** Puts `seedLamella` into a page. */
  readonly seed: string;
  /** The workers by the names of their files, as `printWorker`. */
  readonly workers: Readonly<Record<string, string>>;
}

/** Bundles the application as it is built, but for what Next.js does at a server. */
export async function bundleScripts(): Promise<Scripts> {
  const found = readdirSync(join(ROOT, 'src/workers'), { recursive: true }) as string[];
  const workers = found.filter((path) => path.endsWith('Worker.ts'));
  const [app, seed, ...rest] = await Promise.all([
    bundle(join(HERE, 'start.tsx')),
    bundle(join(ROOT, 'tests/e2e/harness/seedPage.ts')),
    ...workers.map((path) => bundle(join(ROOT, 'src/workers', path))),
  ]);
  const names = workers.map((path) => basename(path, '.ts'));
  return { app, seed, workers: Object.fromEntries(names.map((name, i) => [name, rest[i]])) };
}

async function bundle(entry: string): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [entry],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'node20',
    jsx: 'automatic',
    tsconfig: join(ROOT, 'tsconfig.json'),
    define: {
      'process.env.NODE_ENV': '"production"',
      'import.meta.url': '"http://lamella.test/"',
    },
    loader: { '.css': 'empty', '.svg': 'dataurl' },
    plugins: [withoutNext, withRoutes],
  });
  return outputFiles[0].text;
}

const withoutNext: Plugin = {
  name: 'without Next.js',
  setup: ({ onResolve }) => {
    onResolve({ filter: /^next\/(link|navigation|dynamic|headers)$/ }, ({ path }) => {
      const ending = /link|dynamic/.test(path) ? 'tsx' : 'ts';
      return { path: join(HERE, `${path}.${ending}`) };
    });
  },
};

const APP = join(ROOT, 'src/app');

/** Makes `lamella:routes` of the folders of pages, as Next.js does. */
const withRoutes: Plugin = {
  name: 'routes',
  setup: ({ onResolve, onLoad }) => {
    onResolve({ filter: /^lamella:routes$/ }, () => ({ path: 'routes', namespace: 'lamella' }));
    onLoad({ filter: /^routes$/, namespace: 'lamella' }, () => ({
      contents: `export const ROUTES = [${routes().join(',\n')}];`,
      loader: 'tsx',
      resolveDir: APP,
    }));
  },
};

function routes(): string[] {
  const files = (readdirSync(APP, { recursive: true }) as string[]).sort();
  const layouts = files.filter((file) => /.layout\.tsx$/.test(file));
  return files
    .filter((file) => /(^|\/)page\.tsx$/.test(file))
    .map((file) => {
      const parts = file.split('/').slice(0, -1);
      const path = parts.filter((part) => !part.startsWith('('));
      const params = path.filter((part) => part.startsWith('[')).map((part) => part.slice(1, -1));
      const pattern = path.map((part) => (part.startsWith('[') ? '([^/]+)' : part)).join('\\/');
      const around = layouts.filter((layout) => `${parts.join('/')}/`.startsWith(folderOf(layout)));
      return `{
        path: ${JSON.stringify(path.join('/'))},
        pattern: /^\\/${pattern}$/,
        params: ${JSON.stringify(params)},
        page: require('./${file}').default,
        layouts: [${around.map((layout) => `require('./${relative('.', layout)}').default`).join()}],
      }`;
    });
}

const folderOf = (layout: string): string => layout.replace(/layout\.tsx$/, '');

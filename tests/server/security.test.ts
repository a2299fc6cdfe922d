import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { dialectOf, rulesReader } from '../../src/core/channels/index.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** What docs/security.md says and no other test shows. */
let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());

const root = fileURLToPath(new URL('../../', import.meta.url));
function* sources(folder: string): Generator<[path: string, text: string]> {
  for (const entry of readdirSync(join(root, folder), { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/(?<!\.test)\.tsx?$/.test(entry.name)) yield [path, readFileSync(join(root, path), 'utf8')];
  }
}

test('no text becomes a page, a program or a command', () => {
  const ways = [
    /dangerouslySetInnerHTML|\.innerHTML|\.outerHTML|insertAdjacentHTML|document\.write/,
    /\beval\(|new Function\(|setTimeout\(\s*['"`]/,
    /child_process|execFile|spawnSync/,
    /javascript:|target="_blank"(?![^>]*noopener)/,
  ];
  const found = [...sources('src')].flatMap(([path, text]) => ways.filter((way) => way.test(text)).map(() => path));
  expect(found).toEqual([]);
});

test('statements are of the program alone: what is said goes beside them', () => {
  const spliced = [...sources('src/server')].flatMap(([path, text]) =>
    [...text.matchAll(/query(?:<[^(]*>)?\(\s*`([^`]*)`/g)].flatMap(([, sql = '']) =>
      [...sql.matchAll(/\$\{([^}]*)\}/g)].map(([, what = '']) => `${path}: ${what}`),
    ),
  );
  // Lists of columns, parts of statements, names of channels and quoted names of tables, all written in the sources;
  // and the name of a snapshot, as the database gave it.
  const own =
    /^(asKept|columns|countPut|ofRuns|filtered|firstTaken|firstOfAll|patience\.write|list|some|quoted\(\w+\)|counter|channel$|name\.replaceAll)/;
  expect(spliced.filter((one) => !own.test(one.split(': ')[1] ?? ''))).toEqual([]);
  expect(spliced.length).toBeGreaterThan(5);
});

test('a file that defines what its words stand for makes nothing large and reads nothing', () => {
  const lol = Array.from({ length: 9 }, (_, i) => `<!ENTITY l${i + 1} "${`&l${i};`.repeat(10)}">`).join('');
  const doctype = `<!DOCTYPE feed [<!ENTITY l0 "lol">${lol}<!ENTITY file SYSTEM "file:///etc/passwd">]>`;
  const text = `<?xml version="1.0"?>${doctype}<feed><item id="x"><title>&l9;&file;</title></item></feed>`;
  const said = (() => {
    try {
      return JSON.stringify(rulesReader()(dialectOf('findlark'), [{ name: 'main.xml', text }]) ?? null);
    } catch (error) {
      return String(error);
    }
  })();
  expect(said.length).toBeLessThan(10_000);
  expect(said).not.toContain('root:');
});

test('every answer says what it is, is not guessed at, and is for its own pages', async () => {
  for (const { method, path } of at.routes.filter((one) => one.method === 'GET' && one.path !== '/events')) {
    const answer = await at.raw(method, `/api${path.replace(/:\w+/g, '1')}`, {});
    const head = (name: string) => answer.headers.get(name);
    expect(head('Content-Type'), path).toMatch(
      /^(application\/(problem\+)?json|text\/(csv|plain|xml)|application\/xml)/,
    );
    expect(head('X-Content-Type-Options'), path).toBe('nosniff');
    expect(head('Access-Control-Allow-Origin'), path).toBeNull();
    expect(head('Cache-Control'), path).toMatch(/no-store|no-cache/);
    await answer.text();
  }
  for (const path of ['/book/file', '/spend/file', '/customers/file', '/codes/batches/none/file'])
    expect((await at.raw('GET', `/api${path}`, {})).headers.get('Content-Disposition')).toMatch(/^attachment/);
});

test('nothing is changed by a way of asking that is for reading, and files of the project are not served', async () => {
  const before = (await at.call('GET', '/api/revisions')).body;
  for (const { path } of at.routes)
    for (const method of ['GET', 'HEAD', 'OPTIONS', 'TRACE'])
      if (!path.includes('events'))
        await at.raw(method, `/api${path.replace(/:\w+/g, '1')}`, {}).then(
          (answer) => answer.body?.cancel(),
          () => undefined,
        );
  expect((await at.call('GET', '/api/revisions')).body).toEqual(before);
  for (const path of ['/.git/config', '/package.json', '/src/server/main.ts', '/..%2f..%2fetc%2fpasswd']) {
    const text = await (await at.raw('GET', path, {})).text();
    expect(text).not.toMatch(/\[core\]|"dependencies"|import \{|root:/);
  }
});

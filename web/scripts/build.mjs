// Maven's way to the front end: builds into target/classes/static when a source differs from the last build.
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { hashOf, stampIs } from './install.mjs';

const sources = readdirSync('src', { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => join(entry.parentPath, entry.name));
const single = ['index.html', 'vite.config.ts', 'tsconfig.json', 'package.json', 'package-lock.json'];
const publicFiles = readdirSync('public', { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => join(entry.parentPath, entry.name));

const stamp = 'target/vite-stamp';
const output = 'target/classes/static';
const wanted = hashOf([...sources, ...publicFiles, ...single].sort());
if (!stampIs(stamp, wanted) || !existsSync(join(output, 'index.html'))) {
  execFileSync(
    'node',
    ['node_modules/vite/bin/vite.js', 'build', '--outDir', output, '--emptyOutDir', '--logLevel', 'warn'],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
    },
  );
  writeFileSync(stamp, wanted);
}

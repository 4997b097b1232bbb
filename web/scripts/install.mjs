// Installs the front end's packages when package.json, the lock or .npmrc differ from what is installed.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

export function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

export function stampIs(file, value) {
  return existsSync(file) && readFileSync(file, 'utf8') === value;
}

const stamp = 'node_modules/.gewerk-stamp';
const wanted = hashOf(['package.json', 'package-lock.json', '.npmrc']);
if (!stampIs(stamp, wanted)) {
  execFileSync('npm', ['ci', '--no-progress'], { stdio: ['ignore', 'ignore', 'inherit'] });
  writeFileSync(stamp, wanted);
}

/**
 * Plain-Node set-up: installs the packages when they are missing or out of date, and Chromium when
 * the tests need it. Safe to run again and again; it does nothing when all is there.
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { postgresBin } from './postgres.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Puts an authority into the browser's own store: a journey needs it. */
export const CERTUTIL = '/usr/bin/certutil';
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
/** The same without its window, for the journeys: a third less work. */
export const HEADLESS = process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell';
const stamp = join(root, 'node_modules/.canter-book-setup');

function run(command, args) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] });
  if (done.status !== 0) throw new Error(`"${command} ${args.join(' ')}" failed.`);
}

/**
 * A package of the system: only tests need one.
 *
 * @throws where it cannot be installed, with a sentence that says how it can
 */
function installPackage(name, called) {
  const command = `apt-get install -y --no-install-recommends ${name}`;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get'))
    throw new Error(`${called} is missing: install it with “sudo ${command}”.`);
  console.log(`Setting up: installing ${called} for the tests …`);
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name]);
}

export function setup({ browser = false, headless = false, database = false } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new Error(`Canter Book needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  }
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const installed = existsSync(stamp) ? readFileSync(stamp, 'utf8') : '';
  if (installed !== wanted) {
    console.log('Setting up: installing packages (about a minute) …');
    run('npm', ['ci', '--no-fund', '--no-audit']);
    mkdirSync(dirname(stamp), { recursive: true });
    writeFileSync(stamp, wanted);
  }
  if (browser && !existsSync(CHROMIUM)) installPackage('chromium', 'Chromium');
  if (headless && !existsSync(HEADLESS))
    installPackage('chromium-headless-shell', 'Chromium without a window');
  if (headless && !existsSync(CERTUTIL)) installPackage('libnss3-tools', 'certutil');
  if (database && !postgresBin()) installPackage('postgresql', 'PostgreSQL');
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  setup({
    browser: process.argv.includes('--browser'),
    headless: process.argv.includes('--headless'),
    database: process.argv.includes('--database'),
  });
}

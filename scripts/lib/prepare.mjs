/** Steps that the other scripts share. Plain Node without packages, so that they run before an install. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
export const bin = (name) =>
  join(root, 'node_modules', '.bin', process.platform === 'win32' ? `${name}.cmd` : name);

/** Runs a command with its output on the terminal; ends this process when it fails. */
export function must(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) {
    console.error(`failed: ${command} ${args.join(' ')}`);
    process.exit(done.status ?? 1);
  }
}

/** No package may run anything of its own while it is installed. */
const NPM_CI = ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'];

/**
 * Installs packages when the lock file is not the one that was installed last.
 *
 * @param what `everything`, as developers need it; `use`: what the app runs on and is built with
 * @param stdio where npm speaks
 */
export function ensureInstalled(what = 'everything', stdio = 'inherit') {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.ripe-pick-installed');
  const installed = existsSync(stamp) ? readFileSync(stamp, 'utf8') : '';
  if (installed === `${lock} everything` || installed === `${lock} ${what}`) return;
  console.error('Installing packages (once)…');
  must('npm', what === 'use' ? [...NPM_CI, '--omit=dev'] : NPM_CI, { stdio });
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, `${lock} ${what}`);
}

/** Builds the web app. */
export function buildWeb() {
  must(bin('vite'), ['build', '--logLevel', 'warn'], { cwd: join(root, 'packages', 'web') });
}

/**
 * How the server runs: with one helper beside its threads. More of them, which collect garbage for all threads at the same priority,
 * take the two cores of a small machine from the answers.
 */
const FLAGS = ['--enable-source-maps', '--v8-pool-size=1'];

/** Starts the bundled server and hands signals on; ends with it. */
export function serve(args, env = {}, flags = FLAGS) {
  const child = spawn(process.execPath, [...flags, join(root, 'packages/server/dist/main.js'), ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}

/** Installs one of Debian's packages, where this user may. */
function installPackage(name) {
  if (process.getuid?.() !== 0 || spawnSync('apt-get', ['--version']).status !== 0) return;
  console.log(`Installing ${name} from Debian’s packages (once)…`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit', env });
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  });
}

const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Path of a Chromium, installed from Debian's packages when there is none and this user may. */
export function ensureChromium() {
  const own = process.env.RIPE_PICK_CHROMIUM;
  const find = () => [own, ...PLACES].find((path) => path && existsSync(path));
  if (find()) return find();
  installPackage('chromium');
  if (find()) return find();
  console.error(
    'The browser tests need Chromium. Install the package "chromium", or set RIPE_PICK_CHROMIUM to the path of one.',
  );
  process.exit(1);
}

/** Makes sure that PostgreSQL is there, as Debian has it. */
export function ensurePostgres() {
  const isThere = () => existsSync('/usr/lib/postgresql');
  if (!isThere()) installPackage('postgresql');
  if (isThere()) return;
  console.error('These checks need PostgreSQL from Debian’s packages. Install the package "postgresql".');
  process.exit(1);
}

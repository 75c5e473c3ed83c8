import { readFileSync } from 'node:fs';
import { homedir, platform } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { listBackups, restoreBackup } from './backup/restore.ts';
import type { InstanceName } from './instance.ts';
import { serveInstances } from './serve-instances.ts';
import { CannotStart } from './store/index.ts';

/** Where the user's data lie when nothing else is said. */
function dataFolder(): string {
  if (process.env.RIPE_PICK_DATA) return process.env.RIPE_PICK_DATA;
  if (platform() === 'win32') return join(process.env.LOCALAPPDATA ?? homedir(), 'ripe-pick');
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'ripe-pick');
}

const root = fileURLToPath(new URL('../../../', import.meta.url));
const folders: Readonly<Record<InstanceName, string>> = {
  own: dataFolder(),
  demo: process.env.RIPE_PICK_DATA ? join(dataFolder(), 'demo') : join(root, '.data', 'demo'),
};
const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };

/** A port as it was asked for. */
function portOf(name: string, otherwise: number): number {
  const asked = process.env[name];
  if (asked === undefined || asked === '') return otherwise;
  const port = Number(asked);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new CannotStart(`${name} is "${asked}"; a port is a whole number from 1 to 65535.`);
  return port;
}

/** Where the app is reached, by this machine and by others. */
function places() {
  const port = portOf('RIPE_PICK_PORT', 4640);
  const marketPort = portOf('RIPE_PICK_MARKET_PORT', port + 1);
  const sharePort = portOf('RIPE_PICK_SHARE_PORT', port + 2);
  const shareAddresses = process.env.RIPE_PICK_SHARE_ADDRESSES?.split(/[\s,]+/).filter(Boolean) ?? null;
  return { ports: { port, marketPort, sharePort }, shareAddresses };
}

/** What was asked for on the command line. */
function asked(args: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      options: {
        demo: { type: 'boolean', default: false },
        share: { type: 'boolean', default: false },
        restore: { type: 'boolean', default: false },
      },
      allowPositionals: true,
    });
    if (positionals.length > (values.restore ? 1 : 0))
      throw new CannotStart(`"${positionals[0]}" is not known. --demo, --share and --restore are.`);
    return { ...values, backup: positionals[0] };
  } catch (error) {
    if (error instanceof CannotStart) throw error;
    throw new CannotStart(`${error instanceof Error ? error.message.split('.')[0] : String(error)}.`);
  }
}

/** Ends with a sentence that says what to do; what nobody foresaw is told with its place only where that is asked for. */
function fail(error: unknown): never {
  if (error instanceof CannotStart) console.error(error.message);
  else if (process.env.RIPE_PICK_TRACE) console.error(error);
  else
    console.error(
      `Ripe Pick could not start: ${error instanceof Error ? error.message : String(error)}. ` +
        'Start it with RIPE_PICK_TRACE=1 to see where it happened, and report that.',
    );
  process.exit(1);
}

// What is kept is for its owner's eyes alone.
process.umask(0o077);
try {
  const { demo, share, restore, backup } = asked(process.argv.slice(2));
  const folder = folders[demo ? 'demo' : 'own'];
  if (!restore)
    await serveInstances({ isDemo: demo, isShared: share, folders, root, version, fail, ...places() });
  else console.log(backup === undefined ? listBackups(folder) : restoreBackup(folder, backup, new Date()));
} catch (error) {
  fail(error);
}

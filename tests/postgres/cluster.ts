import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where Debian's packages put a version. */
const VERSIONS = '/usr/lib/postgresql';
const isRoot = process.getuid?.() === 0;

/** A database server refuses to run with all rights: then it runs as the account that its package made. */
const run = (command: string, args: readonly string[]) =>
  isRoot
    ? execFileSync('runuser', ['-u', 'postgres', '--', command, ...args], { stdio: 'pipe' })
    : execFileSync(command, args, { stdio: 'pipe' });

/** Starts a PostgreSQL of its own in a new folder, reached by a socket within it alone; ends it, and the folder with it. */
export default function setup(): () => void {
  const [version] = readdirSync(VERSIONS).sort((a, b) => Number(b) - Number(a));
  const bin = (name: string) => join(VERSIONS, version, 'bin', name);
  const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-postgres-'));
  if (isRoot) execFileSync('chown', ['postgres', folder]);
  else chmodSync(folder, 0o700);
  const data = join(folder, 'data');
  // Sorted by bytes, as SQLite does.
  run(bin('initdb'), [
    '-D',
    data,
    '-U',
    'ripe',
    '--auth=trust',
    '--locale=C',
    '--encoding=UTF8',
    '--no-sync',
  ]);
  const options = `-c listen_addresses='' -c unix_socket_directories='${folder}' -c unix_socket_permissions=0777 -c fsync=off`;
  run(bin('pg_ctl'), ['-D', data, '-w', '-l', join(folder, 'log'), '-o', options, 'start']);
  if (isRoot) execFileSync('chmod', ['755', folder]);
  process.env.RIPE_PICK_POSTGRES = folder;
  return () => {
    run(bin('pg_ctl'), ['-D', data, '-m', 'fast', '-w', 'stop']);
    rmSync(folder, { recursive: true, force: true });
  };
}

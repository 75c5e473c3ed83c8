import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Servers that the tests of one worker speak to. Each has a database of its own, and a market on the port above. */

const root = join(import.meta.dirname, '..');
const FIRST_PORT = 4651;
/** Ports of one worker: the demo and its market, an empty app and its market. */
const PORTS_EACH = 10;
export const demoPort = (worker: number): number => FIRST_PORT + worker * PORTS_EACH;
export const emptyPort = (worker: number): number => demoPort(worker) + 4;

export const addressAt = (port: number): string => `http://127.0.0.1:${port}`;

/** Where other devices come in once a server is opened to them: a second address of the loopback network. */
const NEIGHBOUR = '127.0.0.2';

export interface Server {
  stop(): Promise<void>;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const freshFolder = () => mkdtempSync(join(tmpdir(), 'ripe-pick-e2e-'));

/** Asks until the answer is good, or the process behind it has ended. */
async function until(child: ChildProcess, isGood: () => Promise<boolean>): Promise<void> {
  while (!(await isGood().catch(() => false))) {
    if (child.exitCode !== null) throw new Error(`the server ended with code ${child.exitCode}`);
    await wait(50);
  }
}

async function start(folder: string, port: number, flags: readonly string[]): Promise<Server> {
  const child = spawn(process.execPath, ['--enable-source-maps', 'packages/server/dist/main.js', ...flags], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ...{ RIPE_PICK_PORT: String(port), RIPE_PICK_DATA: folder, RIPE_PICK_SHARE_ADDRESSES: NEIGHBOUR },
    },
  });
  await until(child, async () => (await fetch(`${addressAt(port)}/api/status`)).ok);
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return {
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
}

const removedAfter = (folder: string, server: Server): Server => ({
  stop: async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  },
});

/** An app without data; its folder goes when it stops. */
export async function startEmpty(worker: number): Promise<Server> {
  const folder = freshFolder();
  return removedAfter(folder, await start(folder, emptyPort(worker), []));
}

/**
 * The demo as it is when it was loaded and looked at once: made by the first call, copied by every later one. Each worker
 * makes its own, since the addresses of its market stand in it.
 */
export class DemoServers {
  private template: string | null = null;

  constructor(private readonly worker: number) {}

  async start(): Promise<Server> {
    this.template ??= await this.make();
    const folder = freshFolder();
    cpSync(this.template, folder, { recursive: true });
    return removedAfter(folder, await start(folder, demoPort(this.worker), ['--demo']));
  }

  remove(): void {
    if (this.template !== null) rmSync(this.template, { recursive: true, force: true });
  }

  private async make(): Promise<string> {
    const folder = freshFolder();
    const port = demoPort(this.worker);
    const server = await start(folder, port, ['--demo']);
    const isIdle = async () => {
      const answer = await fetch(`${addressAt(port)}/api/watch`);
      return !((await answer.json()) as { isRunning: boolean }).isRunning;
    };
    while (!(await isIdle())) await wait(100);
    await server.stop();
    return folder;
  }
}

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

export interface Server {
  readonly address: string;
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
    env: { ...process.env, RIPE_PICK_PORT: String(port), RIPE_PICK_DATA: folder },
  });
  const address = `http://127.0.0.1:${port}`;
  await until(child, async () => (await fetch(`${address}/api/status`)).ok);
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return {
    address,
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
}

/** An app without data; its folder goes when it stops. */
export async function startEmpty(worker: number): Promise<Server> {
  const folder = freshFolder();
  const server = await start(folder, emptyPort(worker), []);
  return {
    ...server,
    stop: async () => {
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The demo as it is when it was loaded and looked at once: made by the first call, copied by every later one. */
export class DemoServers {
  private readonly model = freshFolder();
  private isMade = false;

  constructor(private readonly worker: number) {}

  async start(): Promise<Server> {
    if (!this.isMade) await this.make();
    const folder = freshFolder();
    cpSync(this.model, folder, { recursive: true });
    const server = await start(folder, demoPort(this.worker), ['--demo']);
    return {
      ...server,
      stop: async () => {
        await server.stop();
        rmSync(folder, { recursive: true, force: true });
      },
    };
  }

  remove(): void {
    rmSync(this.model, { recursive: true, force: true });
  }

  private async make(): Promise<void> {
    const server = await start(this.model, demoPort(this.worker), ['--demo']);
    const isIdle = async () => {
      const { isRunning } = (await (await fetch(`${server.address}/api/watch`)).json()) as {
        isRunning: boolean;
      };
      return !isRunning;
    };
    while (!(await isIdle())) await wait(100);
    await server.stop();
    this.isMade = true;
  }
}

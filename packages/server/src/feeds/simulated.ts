import { spawn, type ChildProcess } from 'node:child_process';
import { z } from 'zod';

/** The simulated market as a process of its own, spoken to over loopback as any shop is. */
export interface SimulatedMarket {
  readonly address: string;
  /** Starts it with its clock at a day, unless it runs. */
  open(day: string): Promise<void>;
  state(): Promise<{ readonly day: string; readonly fault: string } | null>;
  set(change: { readonly day?: string; readonly fault?: string }): Promise<void>;
  close(): void;
}

const stateSchema = z.object({ day: z.iso.date(), fault: z.string().max(40) });
const PATIENCE_MS = 15_000;

export function simulatedMarket(main: string, port: number): SimulatedMarket {
  const address = `http://127.0.0.1:${port}`;
  let child: ChildProcess | null = null;
  let opening: Promise<void> | null = null;
  const control = `${address}/_market`;
  const state = async () => {
    if (!child) return null;
    try {
      const answer = await fetch(control, { signal: AbortSignal.timeout(2000) });
      return stateSchema.parse(await answer.json());
    } catch {
      return null;
    }
  };
  async function begin(day: string): Promise<void> {
    const started = spawn(process.execPath, [main], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      env: { ...process.env, RIPE_PICK_MARKET_PORT: String(port), RIPE_PICK_MARKET_DAY: day },
    });
    child = started;
    started.on('exit', () => {
      if (child === started) child = null;
    });
    const until = Date.now() + PATIENCE_MS;
    while (Date.now() < until && child === started) {
      if (await state()) return;
      await new Promise((done) => setTimeout(done, 100));
    }
  }
  return {
    address,
    state,
    async open(day) {
      if (!child) opening = begin(day);
      await opening;
    },
    async set({ day, fault }) {
      const query = new URLSearchParams({ ...(day ? { day } : {}), ...(fault ? { fault } : {}) });
      await fetch(`${control}?${query}`, { method: 'POST', signal: AbortSignal.timeout(5000) });
    },
    close() {
      child?.kill('SIGTERM');
      child = null;
    },
  };
}

import { EVENTS_PATH, type ChangeHeard } from '@ripe-pick/contract';
import { Hono } from 'hono';
import { streamSSE, type SSEStreamingApi } from 'hono/streaming';

/** A line of nothing, so often that no line between is taken for dead. */
const BEAT_MS = 25_000;

/** Windows that listen, and what they are told: what has changed. */
export class Events {
  private readonly listening = new Set<SSEStreamingApi>();
  private newest: ChangeHeard | null = null;

  /** Tells all that listen, and whoever comes later. */
  tell(change: ChangeHeard): void {
    this.newest = change;
    for (const stream of this.listening) void this.send(stream);
  }

  private async send(stream: SSEStreamingApi): Promise<void> {
    if (this.newest) await stream.writeSSE({ data: JSON.stringify(this.newest) });
  }

  routes(): Hono {
    return new Hono().get(EVENTS_PATH, (c) =>
      streamSSE(c, async (stream) => {
        this.listening.add(stream);
        stream.onAbort(() => void this.listening.delete(stream));
        await this.send(stream);
        while (!stream.aborted) {
          await stream.sleep(BEAT_MS);
          await stream.write(': \n\n');
        }
        this.listening.delete(stream);
      }),
    );
  }

  /** Ends all lines. */
  stop(): void {
    for (const stream of this.listening) stream.abort();
  }
}

import type { MessagePort } from 'node:worker_threads';
import { PRICES_PATH } from '@ripe-pick/contract';
import type { Hono } from 'hono';
import { hasBody, type Answered, type Asked } from './message.ts';

async function answered(app: Hono, { id, url, method, headers, body }: Asked): Promise<Answered> {
  const request = new Request(url, {
    method,
    headers,
    body,
    ...(body instanceof ReadableStream ? { duplex: 'half' as const } : {}),
  });
  const response = await app.fetch(request);
  const { status } = response;
  // The one answer that is too long to be held at once.
  const isLong = new URL(url).pathname === PRICES_PATH && response.ok;
  return {
    id,
    status,
    headers: [...response.headers],
    body: !hasBody(status) ? null : isLong ? response.body : await response.arrayBuffer(),
  };
}

/** Answers the calls that come to this thread with an app. */
export function answerCalls(port: MessagePort, app: Hono): void {
  port.on('message', (asked: Asked | object) => {
    if (!('url' in asked)) return;
    answered(app, asked).then(
      (answer) => port.postMessage(answer, answer.body === null ? [] : [answer.body as ArrayBuffer]), // or a stream: both can be handed over
      (error: unknown) => {
        console.error(error);
        port.postMessage({ id: asked.id, status: 500, headers: [], body: null } satisfies Answered);
      },
    );
  });
}

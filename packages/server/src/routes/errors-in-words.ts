import type { Hono } from 'hono';
import { ChangedElsewhere, ChangeRefused, isFullDisk } from '../store/index.ts';
import { ApiError, errorResponse } from './errors.ts';

const NO_ROOM = 'The disk is full. Nothing was changed. Make room, then try again.';
const ELSEWHERE = 'This was changed in another window meanwhile. Nothing was changed.';
const REFUSED = 'What was sent was not taken. Nothing was changed.';

/** Tells whatever goes wrong in words. @param path of the database */
export function withErrors(app: Hono, path: string): Hono {
  app.onError((error, c) => {
    if (error instanceof ApiError) return errorResponse(c, error);
    if (error instanceof ChangedElsewhere) return errorResponse(c, new ApiError('conflict', ELSEWHERE));
    if (error instanceof ChangeRefused)
      return errorResponse(c, new ApiError('bad-data', REFUSED, error.problems));
    if (isFullDisk(error, path)) return errorResponse(c, new ApiError('disk-full', NO_ROOM));
    // The page gets no paths or stack traces; the terminal does.
    console.error(error);
    return errorResponse(
      c,
      new ApiError('internal', 'Something went wrong in the server. Its terminal says more.'),
    );
  });
  return app;
}

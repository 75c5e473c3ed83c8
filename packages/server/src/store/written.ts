import type { z } from 'zod';

/**
 * The text that is kept of a value that the server made itself: what would not be read back is not written.
 * @throws {z.ZodError} naming what does not pass
 */
export const written = (schema: z.ZodType, value: unknown): string => JSON.stringify(schema.parse(value));

import { z } from 'zod';
import { idSchema } from './primitives.ts';
import { workspaceSchema, type Workspace } from './workspace.ts';

/** A brief with all that hangs on it: candidates, orders, claims, listings, what is watched, and receipts in base64. */
export const planFileSchema = z.strictObject({
  format: z.literal('ripe-pick/plan'),
  version: z.literal(1),
  workspace: workspaceSchema,
  receipts: z.record(idSchema, z.base64()),
});
type PlanFile = z.infer<typeof planFileSchema>;

export const planFileOf = (workspace: Workspace, receipts: PlanFile['receipts']): PlanFile => ({
  format: 'ripe-pick/plan',
  version: 1,
  workspace,
  receipts,
});

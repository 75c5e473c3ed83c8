import { z } from 'zod';
import { briefSchema, picksSchema } from './brief.ts';
import { idSchema, nameSchema } from './primitives.ts';

export const candidateSchema = z.strictObject({ id: idSchema, name: nameSchema, picks: picksSchema });
export type Candidate = z.infer<typeof candidateSchema>;

/** What the user edits: the brief and the candidates. `revision` grows with every save. */
export const workspaceSchema = z
  .strictObject({
    brief: briefSchema,
    candidates: z.array(candidateSchema).min(1).max(40),
    active: idSchema,
  })
  .refine((workspace) => workspace.candidates.some((candidate) => candidate.id === workspace.active), {
    message: 'the active candidate is one of the candidates',
    path: ['active'],
  })
  .refine(
    (workspace) => new Set(workspace.candidates.map((each) => each.id)).size === workspace.candidates.length,
    {
      message: 'every candidate has an id of its own',
      path: ['candidates'],
    },
  );
export type Workspace = z.infer<typeof workspaceSchema>;

export const savedWorkspaceSchema = z.strictObject({
  revision: z.int().min(0),
  workspace: workspaceSchema.nullable(),
});
export type SavedWorkspace = z.infer<typeof savedWorkspaceSchema>;

import { z } from 'zod';
import { idSchema } from './primitives.ts';

/** What another device may do with the data: look at them, or change them too. */
const ACCESSES = ['look', 'change'] as const;
const accessSchema = z.enum(ACCESSES);
export type Access = z.infer<typeof accessSchema>;

const momentSchema = z.iso.datetime();
const deviceNameSchema = z.string().trim().min(1).max(60);

export const deviceSchema = z.strictObject({
  id: idSchema,
  name: deviceNameSchema,
  access: accessSchema,
  pairedAt: momentSchema,
  lastUsedAt: momentSchema.nullable(),
});
export type Device = z.infer<typeof deviceSchema>;

/** How the app stands open to other devices. */
export const sharingSchema = z.strictObject({
  isOpen: z.boolean(),
  /** Addresses of this machine in the home network under which devices reach it. */
  addresses: z.array(z.string()),
  /** SHA-256 of the certificate that they meet there; null before the first time. */
  fingerprint: z.string().nullable(),
  /** The code that lets one device in, until it is used, withdrawn or too old. */
  code: z.strictObject({ code: z.string(), access: accessSchema, until: momentSchema }).nullable(),
  devices: z.array(deviceSchema),
  /** Why it is not as it was asked for, in words. */
  trouble: z.string().nullable(),
});
export type Sharing = z.infer<typeof sharingSchema>;

/** Where a device that is not let in yet shows its code; the only call that it may make. */
export const PAIR_PATH = '/api/pair';
export const SHARING_PATH = '/api/sharing';

/** Largest body of it, in bytes. */
export const MAX_PAIR_BYTES = 2000;

const changing = <R extends z.ZodType | null>(name: string, request: R) => ({
  method: 'POST' as const,
  path: `${SHARING_PATH}/${name}`,
  request,
  response: sharingSchema,
});

/** Calls about other devices; all but `pair` are answered on the machine itself alone. */
export const sharingApi = {
  sharing: { method: 'GET', path: SHARING_PATH, request: null, response: sharingSchema },
  openSharing: changing('open', null),
  closeSharing: changing('close', null),
  makeCode: changing('code', z.strictObject({ access: accessSchema })),
  withdrawCode: changing('code/withdraw', null),
  changeDevice: changing(
    'device',
    z.strictObject({ id: idSchema, name: deviceNameSchema.optional(), access: accessSchema.optional() }),
  ),
  removeDevice: changing('device/remove', z.strictObject({ id: idSchema })),
  pair: {
    method: 'POST',
    path: PAIR_PATH,
    request: z.strictObject({ code: z.string().min(1).max(40), name: deviceNameSchema }),
    response: z.strictObject({ access: accessSchema }),
  },
} as const satisfies Record<
  string,
  { method: string; path: string; request: z.ZodType | null; response: z.ZodType }
>;

export type SharingApi = typeof sharingApi;

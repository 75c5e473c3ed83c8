import { sharingApi, type SharingApi } from '@ripe-pick/contract';
import { Hono, type Context } from 'hono';
import { body } from '../routes/body.ts';
import { ApiError } from '../routes/errors.ts';
import type { SharingDesk } from './sharing.ts';

const known = (isThere: boolean): void => {
  if (!isThere)
    throw new ApiError('not-found', 'There is no such device. Reload to see those that are there.');
};

/** Calls about other devices, for the machine itself: each answers with how things stand after it. */
export function sharingRoutes(desk: SharingDesk): Hono {
  const routes = new Hono();
  const on = (name: Exclude<keyof SharingApi, 'pair'>, change: (c: Context) => Promise<void> | void) =>
    routes.on(sharingApi[name].method, sharingApi[name].path, async (c) => {
      await change(c);
      return c.json(desk.state);
    });
  on('sharing', () => {});
  on('openSharing', () => desk.open());
  on('closeSharing', () => desk.close());
  on('makeCode', async (c) => desk.makeCode((await body(c, sharingApi.makeCode.request)).access));
  on('withdrawCode', () => desk.withdrawCode());
  on('changeDevice', async (c) => {
    const { id, name, access } = await body(c, sharingApi.changeDevice.request);
    known(desk.changeDevice(id, { ...(name && { name }), ...(access && { access }) }));
  });
  on('removeDevice', async (c) =>
    known(desk.removeDevice((await body(c, sharingApi.removeDevice.request)).id)),
  );
  return routes;
}

import { joinSchema, linkSchema, memberChangeSchema, newLinkSchema } from '@ergon/core/record/memberExchange';
import { type Request, Router } from 'express';
import type { DataSource } from 'typeorm';
import { ApiError } from '../errors.ts';
import { clientAddress } from '../http/clientAddress.ts';
import type { KnownDevices } from '../http/knownDevice.ts';
import { enter, signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { changeMember, membersOf, ownerOnly } from '../members/crewMembers.ts';
import { lookAtLink, makeLink, useLink, withdrawLink } from '../members/links.ts';
import { MOST_WRONG, WrongTries } from '../members/wrongTries.ts';

/** Who is in a crew, and the links that let somebody in. */
export function memberRoutes(source: DataSource, devices: KnownDevices): Router {
  const router = Router();
  const tries = new WrongTries(source);

  /** A right link always opens: it cannot be guessed, and those who guess must keep nobody out. */
  const opened = async <T>(request: Request, open: () => Promise<T>): Promise<T> => {
    try {
      return await open();
    } catch (error) {
      if (!(error instanceof ApiError && error.code === 'link.gone')) throw error;
      const counted = await tries.count([{ key: `link ${clientAddress(request)}`, most: MOST_WRONG.address }]);
      throw counted ? error : new ApiError('sign-in.too-often');
    }
  };

  router.get('/members', async (request, response) => {
    response.json(await membersOf(source, signedIn(request)));
  });
  router.patch('/members/:id', async (request, response) => {
    const who = signedIn(request);
    await changeMember(source, who, request.params.id, validated(memberChangeSchema, request.body));
    response.status(204).end();
  });
  router.post('/links', async (request, response) => {
    const who = signedIn(request);
    ownerOnly(who);
    response.json(await makeLink(source, who, validated(newLinkSchema, request.body)));
  });
  router.delete('/links/:id', async (request, response) => {
    const who = signedIn(request);
    ownerOnly(who);
    await withdrawLink(source, who, request.params.id);
    response.status(204).end();
  });
  router.post('/links/look', async (request, response) => {
    const { token } = validated(linkSchema, request.body);
    response.json(await opened(request, () => lookAtLink(source, token)));
  });
  router.post('/links/use', async (request, response) => {
    const join = validated(joinSchema, request.body);
    const member = await opened(request, () => useLink(source, join));
    await enter(request, member);
    devices.remember(request, response, member.id);
    response.status(204).end();
  });
  return router;
}

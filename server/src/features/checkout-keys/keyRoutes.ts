import type { OwnerHandlers } from '../../ports/who.ts';
import type { KeyStore } from './keyStore.ts';

/**
 * The keys of the checkout.
 * @param address where checkouts ask, if not where the page is
 */
export function keyHandlers(keys: KeyStore, address: string | null) {
  const list = () => ({ keys: keys.list(), address });
  return {
    'GET /keys': list,
    'POST /keys': async ({ body, who, res }) => {
      const made = await keys.make(body, who.name);
      await who.tell('keyMade', `${made.key.name}, ${made.key.kind} key`);
      res.set('Cache-Control', 'no-store');
      return made;
    },
    'PATCH /keys/:id': async ({ params, body, who }) => {
      const { name } = await keys.edit(params.id, body);
      await who.tell('keyChanged', name);
      return list();
    },
    'DELETE /keys/:id': async ({ params, who }) => {
      await who.tell('keyEnded', await keys.end(params.id));
      return list();
    },
  } satisfies OwnerHandlers<'/keys'>;
}

import { type EntityManager, In } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import { ConsignmentEntity, ParcelLabelEntity } from '../../persistence/orderEntities.ts';

/**
 * Before parcels change: a label that was asked for of them may come at any moment, and would be of what they were.
 * @throws HttpProblem `desk-refused` while one is not answered yet
 */
export async function requireAnswered(manager: EntityManager, ids: readonly number[]): Promise<void> {
  const asked = await manager.findOneBy(ParcelLabelEntity, { consignment: In([...ids]), state: 'asked' });
  if (!asked) return;
  const { order } = await manager.findOneByOrFail(ConsignmentEntity, { id: asked.consignment });
  throw new HttpProblem('desk-refused', `A label of order ${order} has been asked for and is not there yet. Buy its labels first.`);
}

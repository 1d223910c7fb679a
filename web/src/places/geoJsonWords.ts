import type { GeoJsonProblem } from '@ostrakon/core';

export const geoJsonWords: Record<GeoJsonProblem, string> = {
  notJson: 'This text is not JSON',
  notGeoJson: 'This is JSON, but not GeoJSON',
  noArea: 'There is no area in it, only points or lines, or nothing at all',
  otherSystem: 'It uses another coordinate system than longitude and latitude',
  notANumber: 'A corner has something that is not a number',
  latitude: 'A corner lies beyond the pole: latitude runs from -90 to 90. Longitude comes first',
  longitude: 'A corner lies farther than once around the globe',
  tooFewCorners: 'A ring has fewer than three corners',
  notClosed: 'A ring does not end where it begins',
  crossesItself: 'Its outline crosses itself, so nobody can tell what is inside',
  tooManyCorners: 'It has more than 20,000 corners',
};

import { useQuery } from '@tanstack/react-query';
import { geoConicEqualArea, geoPath } from 'd3-geo';
import { useState } from 'react';
import { mesh } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import type { Dwelling } from '../api/answers';
import { Chips } from '../shared/Chips';
import { counted } from '../shared/format';

const [WIDTH, HEIGHT] = [800, 680];

/** Room around the outermost dots. */
const MARGIN = 40;

/** Radius of the largest dot; the area of the others is as their number. */
const LARGEST = 22;

/** Of so many supporters a hundred, those farthest out are not looked at closely. */
const CLOSE = 0.95;

const middle = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

const named = (place: Dwelling): string => (place.city === '' ? place.code : `${place.city}, ${place.state} ${place.code}`);

/** The places where most live: those nearest to the middle, until they hold most of all. */
function closest(places: Dwelling[]): Dwelling[] {
  const [latitude, longitude] = [middle(places.map((one) => one.latitude)), middle(places.map((one) => one.longitude))];
  const away = (one: Dwelling) => Math.hypot(one.latitude - latitude, (one.longitude - longitude) * Math.cos((latitude * Math.PI) / 180));
  const all = places.reduce((sum, one) => sum + one.supporters, 0);
  let held = 0;
  return [...places]
    .sort((a, b) => away(a) - away(b))
    .filter((one) => {
      const isIn = held < all * CLOSE;
      held += one.supporters;
      return isIn;
    });
}

interface PlaceMapProps {
  places: Dwelling[];
  size: (place: Dwelling) => number;
  onPick: (place: Dwelling) => void;
}

/** Dots at the coordinates of ZIP codes over the outlines of states. The list beside it says the same in words. */
export function PlaceMap({ places, size, onPick }: PlaceMapProps) {
  const [isClose, setClose] = useState(true);
  const atlas = useQuery({
    queryKey: ['outlines of states'],
    queryFn: async () => (await import('us-atlas/states-10m.json')).default as unknown as Topology<{ states: GeometryCollection }>,
    staleTime: Infinity,
  });
  const shown = isClose ? closest(places) : places;
  const projection = geoConicEqualArea()
    .parallels([29.5, 45.5])
    .rotate([96, 0])
    .fitExtent(
      [
        [MARGIN, MARGIN],
        [WIDTH - MARGIN, HEIGHT - MARGIN],
      ],
      { type: 'MultiPoint', coordinates: shown.map((one) => [one.longitude, one.latitude]) },
    );
  // One place alone would fill the map with a street.
  projection.scale(Math.min(projection.scale(), 9000));
  if (shown.length === 1 && shown[0] !== undefined) {
    projection.center([shown[0].longitude + 96, shown[0].latitude]).translate([WIDTH / 2, HEIGHT / 2]);
  }
  // What lies beside the picture is drawn into the room that a window of another shape leaves.
  projection.clipExtent([
    [-WIDTH, -HEIGHT],
    [2 * WIDTH, 2 * HEIGHT],
  ]);
  const path = geoPath(projection);
  const most = Math.max(1, ...places.map(size));
  const dots = [...places]
    .sort((a, b) => size(b) - size(a))
    .map((place) => ({ place, at: projection([place.longitude, place.latitude]) }))
    .filter(({ at, place }) => at !== null && size(place) > 0 && at[0] >= 0 && at[0] <= WIDTH && at[1] >= 0 && at[1] <= HEIGHT);
  return (
    <figure className="where">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Map of ${counted(dots.length, 'place')}`}>
        {atlas.data !== undefined && (
          <>
            <path className="land" d={path(mesh(atlas.data, atlas.data.objects.states, (a, b) => a === b)) ?? ''} />
            <path className="state" d={path(mesh(atlas.data, atlas.data.objects.states, (a, b) => a !== b)) ?? ''} />
          </>
        )}
        {dots.map(({ place, at }) => (
          <circle
            key={place.code}
            cx={at?.[0]}
            cy={at?.[1]}
            r={Math.max(3, LARGEST * Math.sqrt(size(place) / most))}
            onClick={() => onPick(place)}
          >
            <title>{`${named(place)}: ${counted(place.supporters, 'supporter')}`}</title>
          </circle>
        ))}
      </svg>
      <figcaption>
        <Chips
          label="How much of the map"
          value={isClose ? 'close' : 'all'}
          onChange={(value) => setClose(value === 'close')}
          options={[
            { value: 'close', text: 'where most are' },
            { value: 'all', text: 'all of them' },
          ]}
        />
        <span className="quiet">{dots.length < places.length ? `${counted(places.length - dots.length, 'place')} lie beyond` : ''}</span>
      </figcaption>
    </figure>
  );
}

import { Button, NumberInput, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Dwelling, Dwellings } from '../api/answers';
import { api } from '../api/client';
import { Chips } from '../shared/Chips';
import { count, counted, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { PlaceMap } from './PlaceMap';

type By = 'count' | 'given';

/** Rows of the list beside the map; the rest are on the map alone. */
const LISTED = 200;

/** The currency in which most places gave: amounts of two add up to nothing. */
function usual(places: Dwelling[]): string {
  const times = new Map<string, number>();
  for (const code of places.flatMap((place) => Object.keys(place.given ?? {}))) {
    times.set(code, (times.get(code) ?? 0) + 1);
  }
  return [...times].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '';
}

/** Where supporters live, by ZIP code: how many, or what they gave; each place leads to its records. */
export function WherePage() {
  const navigate = useNavigate();
  const [by, setBy] = useState<By>('count');
  const [zip, setZip] = useState('');
  const [miles, setMiles] = useState<string | number>(25);
  const found = useQuery({ queryKey: ['places', by], queryFn: () => api.get<Dwellings>(`places?by=${by}`) });
  const places = found.data?.places ?? [];
  const currency = usual(places);
  const size = (place: Dwelling) => (by === 'given' ? Number(place.given?.[currency] ?? '0') : place.supporters);
  const listed = [...places].sort((a, b) => size(b) - size(a));
  const placed = places.reduce((sum, place) => sum + place.supporters, 0);
  return (
    <>
      <TitleLine title="Where they live">
        {found.data !== undefined &&
          `${counted(placed, 'supporter')} in ${counted(places.length, 'place')}, by the ZIP code of their primary address`}
      </TitleLine>
      <Trouble error={found.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) 360px' }}>
        <Pane
          title="Map"
          right={
            <Chips
              label="What the dots show"
              value={by}
              onChange={setBy}
              options={[
                { value: 'count', text: 'by number' },
                { value: 'given', text: `by what they gave${by === 'given' && currency !== '' ? `, ${currency}` : ''}` },
              ]}
            />
          }
        >
          <div className="pane-body map" tabIndex={0}>
            {found.isSuccess && places.length === 0 ? (
              <Empty title="No address can be placed">
                <p>Supporters whose primary address has a ZIP code of the directory stand here.</p>
              </Empty>
            ) : places.length === 0 ? null : (
              <PlaceMap places={places} size={size} onPick={(place) => void navigate(`/supporters?zip=${place.code}`)} />
            )}
          </div>
        </Pane>
        <Pane title="Places" note={places.length > LISTED ? `the first ${LISTED}` : ''}>
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th>Place</th>
                  <th className="num" style={{ width: 86 }}>
                    Supporters
                  </th>
                  {by === 'given' && (
                    <th className="num" style={{ width: 116 }}>
                      Given
                    </th>
                  )}
                </tr>
              </thead>
              <tbody>
                {listed.slice(0, LISTED).map((place) => (
                  <tr key={place.code}>
                    <td>
                      <Link to={`/supporters?zip=${place.code}`}>{[place.city, place.state].filter(Boolean).join(', ')}</Link>
                      <div className="quiet">{place.code}</div>
                    </td>
                    <td className="num">{count(place.supporters)}</td>
                    {by === 'given' && <td className="num">{place.given === null ? '' : moneys(place.given)}</td>}
                  </tr>
                ))}
              </tbody>
            </table>
            {found.data !== undefined && found.data.unknown + found.data.without > 0 && (
              <div className="pane-note quiet">
                Not on the map:{' '}
                {[
                  found.data.without === 0 ? '' : `${counted(found.data.without, 'supporter')} without a ZIP code`,
                  found.data.unknown === 0 ? '' : `${count(found.data.unknown)} whose code the directory does not place`,
                ]
                  .filter(Boolean)
                  .join(', ')}
                .
              </div>
            )}
          </div>
        </Pane>
      </div>
      <form
        className="foot"
        onSubmit={(event) => {
          event.preventDefault();
          void navigate(`/supporters?near=${encodeURIComponent(zip.trim())}&within=${miles}`);
        }}
      >
        <span>Who lives within</span>
        <NumberInput size="xs" w={84} min={1} max={3000} aria-label="Miles" value={miles} onChange={setMiles} />
        <span>miles of</span>
        <TextInput
          size="xs"
          w={110}
          aria-label="ZIP code"
          placeholder="ZIP code"
          value={zip}
          onChange={(event) => setZip(event.currentTarget.value)}
        />
        <Button
          type="submit"
          size="compact-sm"
          variant="default"
          disabled={!/^(?:\d{5}|[A-Za-z]\d[A-Za-z])/.test(zip.trim()) || Number(miles) < 1}
        >
          List them
        </Button>
        <Button variant="subtle" component={Link} to="/supporters" className="push">
          Back to the supporters
        </Button>
      </form>
    </>
  );
}

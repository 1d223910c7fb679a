import { type CartInput, isPostalShape, Point, type Remark } from '@ostrakon/core';
import { Button } from '../ui/Button.tsx';
import { TypedField } from '../ui/TypedField.tsx';
import type { Read } from '../ui/useTypedField.ts';
import { useSubdivisionNames } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';

type To = CartInput['destination'];

const POINT = /^\s*([-+\u2212]?\d+(?:\.\d+)?)[\s,;]+([-+\u2212]?\d+(?:\.\d+)?)\s*$/;

/** Latitude and longitude in degrees, with a comma or a space between. */
function readPoint(text: string): Read<Point | undefined> {
  if (text.trim() === '') return { ok: true, value: undefined };
  const [, latitude = '', longitude = ''] = POINT.exec(text) ?? [];
  const point = Point.safeParse({ latitude: Number(latitude.replace('\u2212', '-')), longitude: Number(longitude.replace('\u2212', '-')) });
  if (latitude === '' || longitude === '') return { ok: false, message: 'Write latitude and longitude in degrees, such as 44.65, -63.57.' };
  return point.success ? { ok: true, value: point.data } : { ok: false, message: `${point.error.issues[0]?.message}.` };
}

/** Where the address lies, asked for only when a zone has drawn areas or circles. */
function PointField({ to, onChange }: { to: To; onChange: (to: To) => void }) {
  const { pointFrom, request } = useBench();
  const { point } = request.destination;
  const words = {
    typed: 'Typed, so it wins over the postal code.',
    postal: 'The middle of the postal area. A point you type is used instead.',
    rough: 'A rural postal code is only roughly placed; type the point to be sure.',
  };
  return (
    <div className="col-span-3">
      <TypedField
        label="Latitude and longitude"
        placeholder={point ? `${point.latitude.toFixed(3)}, ${point.longitude.toFixed(3)} from the postal code` : 'Latitude, longitude'}
        shown={to.point ? `${to.point.latitude}, ${to.point.longitude}` : ''}
        read={readPoint}
        commit={(typed) => {
          const { point: _old, ...rest } = to;
          onChange(typed === undefined ? rest : { ...rest, point: typed });
          return { ok: true };
        }}
      />
      <p className="mt-0.5 text-xs text-ash">
        {pointFrom === null
          ? 'Drawn areas and circles need a point: give a postal code of Canada or the United States, or type it.'
          : words[pointFrom]}
      </p>
    </div>
  );
}

type HintRemark = Extract<Remark, { to: number }>;

/** What the checkout has to send for this address, or which of two things it says is followed. */
function Hint({ remark, to, onChange }: { remark: HintRemark; to: To; onChange: (to: To) => void }) {
  const name = useSubdivisionNames();
  const look = 'col-span-3 -mt-1 text-sm text-ochre';
  if (remark.code === 'provinceNeeded')
    return (
      <p className={look}>Zones here are parts of the country, and this code does not say which. The checkout must send the province.</p>
    );
  if (remark.code === 'postalCodeNeeded') return <p className={look}>The postal code decides the zone here. The checkout must send it.</p>;
  return (
    <p className={look}>
      This postal code lies in {name(remark.told)}, not in {name(remark.subdivision)}. The province holds; buyers are asked to check.{' '}
      <Button look="quiet" onClick={() => onChange({ ...to, subdivision: remark.told })}>
        Take {name(remark.told)}
      </Button>
    </p>
  );
}

/** What there is to say of an address: a code that cannot be one of the country's, and the point zones ask for. */
export function AddressNotes({ to, onChange }: { to: To; onChange: (to: To) => void }) {
  const { compiled, quote } = useBench();
  return (
    <>
      {quote.remarks.map((remark) =>
        'to' in remark && remark.to === 0 ? <Hint key={remark.code} remark={remark} to={to} onChange={onChange} /> : null,
      )}
      {to.postalCode !== undefined && !isPostalShape(to.country, to.postalCode) && (
        <p className="col-span-3 -mt-1 text-sm text-ochre">This does not look like a postal code of the country; it is used as it is.</p>
      )}
      {(compiled.places.needsPoint || to.point) && <PointField to={to} onChange={onChange} />}
    </>
  );
}

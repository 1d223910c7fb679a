import { AXES, picture } from '@ostrakon/core/proof';
import type { ComponentProps } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { axisNames } from '../../proof/coverageWords.ts';
import { useProof } from '../../proof/useProof.ts';
import { useZoneKinds } from '../../proof/useZoneKinds.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { groupNameOf } from '../../words/quoteWords.ts';
import { CoveragePicture, groundOf } from './CoveragePicture.tsx';
import { type Chosen, NO_GROUP, SCALES, useChosenView } from './coverageView.ts';
import { OneZone } from './OneZone.tsx';

/** All zones, small: the whole book at once. */
function AllZones({ chosen }: { chosen: Chosen }) {
  const { book } = useDraft();
  const { compiled, kindOf } = useZoneKinds();
  const [search] = useAddress();
  return (
    <ul className="grid grid-cols-2 gap-4 min-[1200px]:grid-cols-3 max-sm:grid-cols-1">
      {compiled.zones.map((zone, at) => {
        const kind = kindOf(at, chosen.group);
        const shown = kind && picture(compiled, zone, kind, { x: chosen.x, y: chosen.y, fixed: chosen.fixed });
        const none = shown?.cells.filter((cell) => groundOf(cell) === 'none').length ?? 0;
        const to = new URLSearchParams(search);
        to.set('zone', zone.zone.id);
        return (
          <li key={zone.zone.id}>
            <Link to={`?${to}`} className="block rounded-lg border border-line-strong bg-paper p-2 hover:border-clay">
              <span className="flex justify-between gap-2 text-sm">
                <span className="truncate font-semibold">{book.zones[at]?.name}</span>
                <span className={none > 0 ? 'shrink-0 text-fault' : 'shrink-0 text-ash'}>
                  {shown === null ? 'no address known' : none === 0 ? 'all answered' : `${none} without option`}
                </span>
              </span>
              {shown && (
                <span aria-hidden className="mt-1 block">
                  <CoveragePicture picture={shown} scale={chosen.scale} small />
                </span>
              )}
            </Link>
          </li>
        );
      })}
    </ul>
  );
}

/** A list to choose from with its name beside it. */
function Named({ label, children, ...rest }: ComponentProps<typeof Select>) {
  return (
    <span className="inline-flex items-center gap-1.5 text-sm">
      <span aria-hidden className="text-ash">
        {label}
      </span>
      <Select label={label} {...rest}>
        {children}
      </Select>
    </span>
  );
}

/** Which options every size of cart gets, zone by zone: exact regions, by any two measures. */
export function CoverageScreen() {
  const { book } = useDraft();
  const { looked } = useProof();
  const [chosen, change] = useChosenView();
  const group = groupNameOf(book);
  if (book.zones.length === 0) {
    return (
      <p className="p-4 text-ash">
        There is no zone yet.{' '}
        <Link to="/book" className="text-clay underline">
          Begin in the rate book
        </Link>
        .
      </p>
    );
  }
  const one = book.zones[chosen.zone];
  return (
    <div className="max-w-5xl p-4">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="font-serif text-xl font-semibold">Coverage</h1>
          <p className="text-sm text-ash">
            {one
              ? `Every cart of one box to ${one.name}: how many options it gets, and the cheapest price`
              : 'Every cart of one box, to every zone'}
          </p>
        </div>
        <span className="flex flex-wrap items-center gap-x-3 gap-y-2">
          <Named label="Zone" className="w-44!" value={one?.id ?? ''} onChange={(event) => change({ zone: event.target.value })}>
            <option value="">All zones</option>
            {book.zones.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Named>
          <Named
            label="Goods"
            className="w-44!"
            value={chosen.group ?? NO_GROUP}
            onChange={(event) => change({ goods: event.target.value })}
          >
            {[null, ...book.goodsGroups.map(({ id }) => id)].map((id) => (
              <option key={id ?? NO_GROUP} value={id ?? NO_GROUP}>
                {group(id)}
              </option>
            ))}
          </Named>
          <Named label="Across" className="w-36!" value={chosen.x} onChange={(event) => change({ x: event.target.value })}>
            {AXES.map((axis) => (
              <option key={axis} value={axis}>
                {axisNames[axis]}
              </option>
            ))}
          </Named>
          <Named label="Upwards" className="w-36!" value={chosen.y} onChange={(event) => change({ y: event.target.value })}>
            {AXES.filter((axis) => axis !== chosen.x).map((axis) => (
              <option key={axis} value={axis}>
                {axisNames[axis]}
              </option>
            ))}
          </Named>
        </span>
      </div>
      <div className="mb-3 flex flex-wrap gap-3">
        <Segments label="Scale" value={chosen.scale} choices={SCALES} onChange={(scale) => change({ scale })} />
        <Segments
          label="Colour"
          value={chosen.byService ? 'service' : 'price'}
          choices={[
            ['price', 'By price'],
            ['service', 'By cheapest service'],
          ]}
          onChange={(colour) => change({ colour: colour === 'price' ? null : colour })}
        />
      </div>
      {looked === null ? (
        <p className="text-ash">Looking for an address in every zone…</p>
      ) : one ? (
        <OneZone chosen={chosen} change={change} />
      ) : (
        <AllZones chosen={chosen} />
      )}
    </div>
  );
}

import { newId, type Service } from '@ostrakon/core';
import { ChevronDown } from 'lucide-react';
import { memo, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { FindingLink } from '../../proof/FindingLink.tsx';
import type { SheetMark } from '../../proof/sheetMarks.ts';
import { later } from '../../ui/later.ts';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import { RenameField } from '../../ui/RenameField.tsx';
import { toast } from '../../ui/toast.ts';
import { useDragOrder } from './useDragOrder.ts';

interface ServiceHeadProps {
  compact: boolean;
  service: Service;
  at: number;
  tabIndex: number;
  /** What was found of it. */
  finding?: SheetMark | undefined;
}

function useServiceMenu(service: Service, open: (mode: 'renaming' | 'details' | 'copying') => void): () => MenuGroup[] {
  const session = useDraftSession();
  const navigate = useNavigate();
  return () => {
    const { services } = session.getSnapshot().book;
    const { id } = service;
    const at = services.findIndex((one) => one.id === id);
    const move = (to: number) => () => void session.dispatch({ name: 'moveService', args: { service: id, to } });
    const remove = () => {
      session.dispatch({ name: 'removeService', args: { service: id } });
      toast(`Removed ${service.name} from every zone`, { action: { label: 'Undo', onClick: session.undo } });
    };
    const duplicate = () => {
      const name = `${service.name} copy`;
      session.dispatch({ name: 'duplicateService', args: { service: id, id: newId(name, services, 'service'), name } });
    };
    return [
      {
        entries: [
          // After the menu has given the focus back.
          { label: 'Rename', act: () => setTimeout(() => open('renaming')) },
          { label: 'Name, kind and note…', act: () => open('details') },
          {
            label:
              service.kind === 'card' || service.kind === 'carrier'
                ? 'Carrier and days on the way'
                : service.kind === 'round'
                  ? 'Days, windows and rings'
                  : 'Address and hours',
            act: () => void navigate(`/services/${id}`),
          },
          { label: 'Copy its prices to…', act: () => open('copying'), disabled: service.kind === 'carrier' || services.length < 2 },
          { label: 'Duplicate', act: duplicate },
        ],
      },
      {
        entries: [
          { label: 'Move left', keys: 'Alt ←', act: move(at - 1), disabled: at === 0 },
          { label: 'Move right', keys: 'Alt →', act: move(at + 1), disabled: at === services.length - 1 },
        ],
      },
      { entries: [{ label: `Remove ${service.name}`, act: remove, grave: true }] },
    ];
  };
}

const CopyPrices = later(() => import('./CopyPrices.tsx'), 'CopyPrices');
const ServiceDialog = later(() => import('./ServiceDialog.tsx'), 'ServiceDialog');

/** A service at the head of its column: drag it, or open its menu. */
export const ServiceHead = memo(function ServiceHead({ compact, service, at, tabIndex, finding }: ServiceHeadProps) {
  const session = useDraftSession();
  const [mode, setMode] = useState<'shown' | 'renaming' | 'details' | 'copying'>('shown');
  const groups = useServiceMenu(service, setMode);
  const { element, state } = useDragOrder<HTMLTableCellElement>({ kind: 'service', id: service.id });
  return (
    <th
      aria-colindex={at + 2}
      ref={element}
      scope="col"
      className={`sticky top-0 z-20 border-line-strong border-b border-s bg-slip p-0 text-start align-top font-normal ${state === 'dragged' ? 'opacity-60' : state === 'over' ? 'outline-2 -outline-offset-2 outline-clay' : ''}`}
    >
      {mode === 'renaming' ? (
        <div className="p-1.5">
          <RenameField
            label="Name of the service"
            name={service.name}
            onRename={(name) => session.dispatch({ name: 'renameService', args: { service: service.id, name } })}
            onDone={() => setMode('shown')}
          />
        </div>
      ) : (
        <Menu
          groups={groups}
          trigger={
            <button
              type="button"
              data-cell={`0,${at + 1}`}
              title={[service.name, service.internalName || service.note].filter(Boolean).join('\n')}
              tabIndex={tabIndex}
              className="relative block w-full px-2 py-1.5 text-start hover:bg-ash-soft"
            >
              <span className="line-clamp-2 pe-3 leading-tight font-semibold">{service.name}</span>
              {!compact && <span className="line-clamp-2 text-sm text-ash">{service.internalName || service.note || '\u00a0'}</span>}
              <ChevronDown size={13} aria-hidden className="absolute top-2 end-1 text-ash" />
            </button>
          }
        />
      )}
      {finding && <FindingLink mark={finding} service={service.id} of={service.name} className="absolute end-0 bottom-0" />}
      <Suspense>
        {mode === 'details' && <ServiceDialog service={service} onClose={() => setMode('shown')} />}
        {mode === 'copying' && <CopyPrices of="service" id={service.id} name={service.name} onClose={() => setMode('shown')} />}
      </Suspense>
    </th>
  );
});

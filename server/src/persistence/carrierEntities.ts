import { EntitySchema } from 'typeorm';

// Accounts of carriers, and what they were asked, as rows lie on disk. Documents are JSON text, parsed by the stores with the schemas of core.

export interface CarrierAccountRow {
  id: string;
  position: number;
  name: string;
  kind: string;
  carrier: string | null;
  currency: string;
  /** The account key, locked. */
  lockedKey: string | null;
  keySetAt: string | null;
  newServices: string;
  services: string;
  tariff: string | null;
}

export interface SurveyRow {
  id: string;
  name: string;
  at: string;
  questions: number;
  document: string;
}

export const CarrierAccountEntity = new EntitySchema<CarrierAccountRow>({
  name: 'CarrierAccount',
  tableName: 'carrier_account',
  columns: {
    id: { type: 'varchar', primary: true },
    position: { type: 'integer' },
    name: { type: 'varchar' },
    kind: { type: 'varchar' },
    carrier: { type: 'varchar', nullable: true },
    currency: { type: 'varchar' },
    lockedKey: { type: 'text', name: 'locked_key', nullable: true },
    keySetAt: { type: 'varchar', name: 'key_set_at', nullable: true },
    newServices: { type: 'varchar', name: 'new_services' },
    services: { type: 'text' },
    tariff: { type: 'text', nullable: true },
  },
});

export const SurveyEntity = new EntitySchema<SurveyRow>({
  name: 'Survey',
  tableName: 'survey',
  columns: {
    id: { type: 'varchar', primary: true },
    name: { type: 'varchar' },
    at: { type: 'varchar' },
    questions: { type: 'integer' },
    document: { type: 'text' },
  },
});

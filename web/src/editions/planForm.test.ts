import { expect, test } from 'vitest';
import { type PlanRow, readPlan } from './planForm.ts';

const NOW = '2026-11-23T14:00:00Z';
const row: PlanRow = { fromDay: '2026-12-01', fromTime: '00:00', ends: true, untilDay: '2027-01-06', untilTime: '0:00', after: '' };
const read = (more: Partial<PlanRow>) => readPlan({ ...row, ...more }, 'America/Halifax', NOW);
const faults = (more: Partial<PlanRow>) => {
  const plan = read(more);
  return plan.ok ? [] : Object.keys(plan.faults);
};

test('a plan is read by the shop’s clock, with its end and what holds then', () => {
  expect(read({})).toEqual({ ok: true, span: { from: '2026-12-01T04:00:00Z', until: '2027-01-06T04:00:00Z', after: null }, remarks: [] });
  expect(read({ after: '2' })).toMatchObject({ span: { after: 2 } });
  expect(read({ ends: false, after: '2', untilDay: '' })).toMatchObject({ span: { until: null, after: null } });
});

test('what is missing, no time, past or backwards is told at its field', () => {
  expect(faults({ fromDay: '', untilDay: '', fromTime: 'noon-ish', untilTime: '25:00' })).toEqual([
    'fromDay',
    'fromTime',
    'untilDay',
    'untilTime',
  ]);
  expect([faults({ fromDay: '2026-11-23', fromTime: '09:00' }), faults({ untilDay: '2026-11-30' })]).toEqual([['fromDay'], ['untilDay']]);
});

test('times that clocks leave out or show twice are told', () => {
  const remarks = (more: Partial<PlanRow>) => {
    const plan = read(more);
    return plan.ok ? plan.remarks.map((remark) => remark.slice(0, 30)) : null;
  };
  // In Nova Scotia clocks go forward on 14 March and back on 7 November 2027.
  expect(remarks({ untilDay: '2027-03-14', untilTime: '02:30' })).toEqual(['Ends: clocks are set forward t']);
  expect(remarks({ fromDay: '2027-11-07', fromTime: '01:30', ends: false })).toEqual(['Begins: clocks are set back th']);
});

import type { SetMail } from '@ostrakon/core/contract';

/** What the shop of the scenario sends: to the stand-in mailbox, which is on a port of this machine. */
export const mailTo = (port: number): SetMail => ({
  server: { host: '127.0.0.1', port, secure: 'none', user: '' },
  from: { name: 'Tidewrack Clay', mail: 'orders@tidewrack.example' },
  buyers: { packed: false, underWay: true, ready: true, late: true },
  packers: [
    {
      id: 'dartmouth',
      name: 'Dartmouth store room',
      mail: 'storeroom@tidewrack.example',
      origin: null,
      groups: [],
      when: { every: 'day', at: '00:15' },
    },
    {
      id: 'kilns',
      name: 'Machines and kilns',
      mail: 'kilns@packing.example',
      origin: null,
      groups: ['machines'],
      when: { every: 'order' },
    },
  ],
});

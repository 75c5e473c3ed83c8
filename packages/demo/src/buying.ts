import type { Buying } from '@ripe-pick/contract';

const line = { paidMinor: null, arrivedOn: null, returnBy: null, warrantyUntil: null, serial: '' } as const;
const slip = {
  order: null,
  remindDays: 7,
  paidOn: null,
  paidMinor: null,
  sentOn: null,
  note: '',
  currency: 'EUR',
  chance: null,
} as const;

/** What has happened around the seat before the demo begins: finds on the board, the first seat's order, claims on their way. */
export const BUYING: Buying = {
  finds: [
    { id: 'card-at-the-mill', name: 'Card from the mill cottage', parts: ['kestrand-ember-370-duo'], currency: 'EUR', priceMinor: 15500, shippingMinor: 0, km: 14, grade: 'A', monthsOld: 13, seller: 'mossy_keys', good: 96, rated: 98, returnDays: 7, seenOn: '2026-11-19', where: 'Quay Board', state: 'asked', offeredMinor: 14500, inLanes: true, tested: ['listing-kept'], note: 'Will hold it until Sunday.' },
    { id: 'berth-seven', name: 'Half a seat, berth seven', parts: ['tarnholt-dunlin-250', 'kestrand-mole-t4-2m10', 'wrenlow-spar-2x8-3600-cl16'], currency: 'EUR', priceMinor: 17800, shippingMinor: 890, km: 0, grade: 'C', monthsOld: 44, seller: 'berth_seven', good: 3, rated: 6, returnDays: 0, seenOn: '2026-11-18', where: 'Quay Board', state: 'seen', offeredMinor: null, inLanes: false, tested: [], note: 'Looks cheap. “Worked last spring.”' },
    { id: 'reef-kit', name: 'Reef kit from the chandler', parts: ['pallowick-reef-2x8-6000-cl36'], currency: 'EUR', priceMinor: 3300, shippingMinor: 390, km: 0, grade: 'B', monthsOld: 9, seller: 'wick+wax', good: 205, rated: 210, returnDays: 14, seenOn: '2026-11-20', where: 'Quay Board', state: 'seen', offeredMinor: null, inLanes: true, tested: [], note: '' },
  ],
  orders: [
    {
      id: 'order-seat-one', candidate: null, shop: 'Pennywharf', number: 'PW-20417', placedOn: '2026-10-30', expectedOn: '2026-11-02', currency: 'EUR', codes: ['FIRSTTIDE'],
      lines: [
        { ...line, slot: 'processor', part: 'tarnholt-dunlin-250', name: 'Tarnholt Dunlin 250', plannedMinor: 13490, paidMinor: 13490, state: 'arrived', arrivedOn: '2026-11-02', returnBy: '2026-12-02', warrantyUntil: '2028-11-02', serial: 'TD25-0047731' },
        { ...line, slot: 'memory', part: 'wrenlow-spar-2x8-3600-cl16', name: 'Wrenlow Spar 2x8 3600 CL16', plannedMinor: 4799, paidMinor: 4899, state: 'arrived', arrivedOn: '2026-11-02', returnBy: '2026-12-02', warrantyUntil: null, serial: '' },
        { ...line, slot: 'cooler', part: 'draughtley-breeze-100', name: 'Draughtley Breeze 100', plannedMinor: 2190, paidMinor: 2190, state: 'dead', arrivedOn: '2026-11-02', returnBy: '2026-12-02', warrantyUntil: '2028-11-02', serial: '' },
        { ...line, slot: null, part: null, name: '20 off for new customers (code FIRSTTIDE)', plannedMinor: -2000, paidMinor: -2000, state: 'arrived' },
      ],
      receipts: [], note: 'The first seat. The cooler rattles; it goes back.',
    },
  ],
  slips: [
    { ...slip, id: 'slip-spar', deal: 'trap-household', name: 'Wrenlow sends 8.00 back for a kit, once a household', order: 'order-seat-one', part: 'wrenlow-spar-2x8-3600-cl16', partName: 'Wrenlow Spar 2x8 3600 CL16', kind: 'rebate', faceMinor: 800, expectedMinor: 550, form: 'cash', payoutDays: 50, lastPurchase: '2026-12-04', boughtOn: '2026-10-30', sendBy: '2026-11-29', papers: [{ name: 'copy of the receipt', have: true }, { name: 'barcode cut from the box', have: true }, { name: 'filled-in form', have: false }], state: 'bought' },
    { ...slip, id: 'slip-breeze', deal: 'trap-past-window', name: 'Draughtley sends 9.00 back for a cooler', order: 'order-seat-one', part: 'draughtley-breeze-100', partName: 'Draughtley Breeze 100', kind: 'rebate', faceMinor: 900, expectedMinor: 630, form: 'cash', payoutDays: 45, lastPurchase: '2026-11-18', boughtOn: '2026-10-30', sendBy: '2026-11-29', papers: [{ name: 'copy of the receipt', have: true }], state: 'sent', sentOn: '2026-11-06' },
    { ...slip, id: 'slip-points', deal: 'wharf-points', name: 'Wharf points: 2 % back, 3.00 more for a review', order: 'order-seat-one', part: 'tarnholt-dunlin-250', partName: 'Tarnholt Dunlin 250', kind: 'cashback', faceMinor: 270, expectedMinor: 170, form: 'credit', payoutDays: 35, lastPurchase: '2026-12-31', boughtOn: '2026-10-30', sendBy: null, papers: [], state: 'paid', sentOn: '2026-10-30', paidOn: '2026-11-17', paidMinor: 270 },
  ],
  versions: [
    {
      id: 'seat-one-planned', kind: 'planned', name: 'Seat one as planned', on: '2026-10-28', currency: 'EUR', tillMinor: 61120, expectedMinor: 60400, afterMinor: 60320, score: 106000,
      lines: [
        { slot: 'processor', part: 'tarnholt-dunlin-250', name: 'Tarnholt Dunlin 250', offer: 'tarnholt-dunlin-250.cobblegate', shop: 'Cobblegate Components', priceMinor: 13990 },
        { slot: 'board', part: 'kestrand-mole-t4-2m10', name: 'Kestrand Mole T4-2M10', offer: 'kestrand-mole-t4-2m10.cobblegate', shop: 'Cobblegate Components', priceMinor: 8190 },
        { slot: 'memory', part: 'wrenlow-spar-2x8-3600-cl16', name: 'Wrenlow Spar 2x8 3600 CL16', offer: 'wrenlow-spar-2x8-3600-cl16.pennywharf', shop: 'Pennywharf', priceMinor: 4799 },
        { slot: 'card', part: 'bramfell-ember-270-duo', name: 'Bramfell Ember 270 Duo', offer: 'bramfell-ember-270-duo.boltbarrow', shop: 'Boltbarrow', priceMinor: 18990 },
        { slot: 'storage', part: 'fennimark-race-512-gb-2242', name: 'Fennimark Race 512 GB 2242', offer: 'fennimark-race-512-gb-2242.cobblegate', shop: 'Cobblegate Components', priceMinor: 2890 },
        { slot: 'case', part: 'given-office-case', name: 'Hollandale Tin Old office case', offer: null, shop: '', priceMinor: 0 },
        { slot: 'supply', part: 'wattlewood-mast-600-white', name: 'Wattlewood Mast 600 White', offer: 'wattlewood-mast-600-white.cobblegate', shop: 'Cobblegate Components', priceMinor: 4690 },
        { slot: 'network', part: 'farcall-call-u150', name: 'Farcall Call U150', offer: 'farcall-call-u150.cobblegate', shop: 'Cobblegate Components', priceMinor: 790 },
      ],
      incidents: [{ on: '2026-10-30', kind: 'out-of-stock', slot: 'card', text: 'Boltbarrow had none left the next morning; the card was bought at Cobblegate.' }],
      note: '',
    },
  ],
}; // prettier-ignore

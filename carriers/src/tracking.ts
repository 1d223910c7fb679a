/** Check digit of UPU standard S10: weights 8 6 4 2 3 5 9 7, eleven less the remainder by 11; 10 is 0, 11 is 5. */
export function s10CheckDigit(serial: number): number {
  const weights = [8, 6, 4, 2, 3, 5, 9, 7];
  const digits = String(serial).padStart(8, '0');
  const sum = weights.reduce((total, weight, at) => total + weight * Number(digits[at]), 0);
  const left = 11 - (sum % 11);
  return left === 10 ? 0 : left === 11 ? 5 : left;
}

/** GS1 check digit: weights 3 and 1 from the right, up to the next ten. */
export function gs1CheckDigit(digits: string): number {
  const sum = [...digits].reverse().reduce((total, digit, at) => total + Number(digit) * (at % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}

/** A number of an item: UPU S10 for post, an SSCC for pallets, an air waybill's serial with its remainder by 7 for air. */
export function trackingNumber(carrier: string, serial: number): string {
  if (carrier === 'petrel-post') {
    const eight = String(serial % 100_000_000).padStart(8, '0');
    return `LX${eight}${s10CheckDigit(serial % 100_000_000)}CA`;
  }
  if (carrier === 'bluff-freight') {
    // A GS1 company prefix from the range for use within a company (2 and 04 are never given out).
    const seventeen = `004${String(serial).padStart(14, '0')}`;
    return `${seventeen}${gs1CheckDigit(seventeen)}`;
  }
  const seven = serial % 10_000_000;
  return `GA${String(seven).padStart(7, '0')}${seven % 7}`;
}

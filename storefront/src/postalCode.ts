export const asCode = (text: string) => text.trim().toUpperCase();

/** Whether a postal code has the shape of its country's; the gap people write in is not looked at. */
export function fitsShape(text: string, pattern: string): boolean {
  const shape = new RegExp(pattern);
  return shape.test(asCode(text)) || shape.test(asCode(text).replace(/[\s-]/g, ''));
}

/**
 * What is asked of a file: one range, the whole (several ranges, the last so many bytes, and units that are not bytes may be
 * ignored), or nothing that can be (RFC 9110, 14.1.1 and 14.2).
 */
export function askedOf(range: string | undefined): 'whole' | 'part' | 'none' {
  if (range === undefined || !/^bytes\s*=/i.test(range)) return 'whole';
  const found = /^bytes=(\d{1,15})-(\d{1,15})?$/.exec(range);
  if (found) return found[2] === undefined || Number(found[1]) <= Number(found[2]) ? 'part' : 'none';
  const specs = range.replace(/^bytes\s*=/i, '').split(',');
  return specs.every((s) => /^\s*(\d{1,15}-\d{0,15}|-\d{1,15})\s*$/.test(s)) ? 'whole' : 'none';
}

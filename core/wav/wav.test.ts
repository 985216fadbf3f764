import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { itemAt, pairOf } from '../algorithms';
import { bytesOf } from './bytes';
import { readWav } from './read-wav';
import { wholeOf } from './sound';
import { writeWav } from './write-wav';

interface Shape {
  readonly code: number;
  readonly bits: number;
  readonly channels: number;
  readonly rateHz?: number;
  readonly extensible?: boolean;
  /** Chunks before the samples, each with an odd number of bytes. */
  readonly odd?: number;
  readonly padded?: boolean;
  readonly size?: number;
}

const text = (s: string) => [...s].map((c) => c.charCodeAt(0));
const le = (n: number, bytes: number) => Array.from({ length: bytes }, (_, i) => Math.floor(n / 256 ** i) % 256);
const chunk = (id: string, body: readonly number[], padded = true) => [
  ...text(id),
  ...le(body.length, 4),
  ...body,
  ...(padded && body.length % 2 ? [0] : []),
];

/** A WAV built by hand from the published layout, apart from our own writer. */
function wav(
  { code, bits, channels, rateHz = 48_000, extensible, odd = 0, padded = true, size }: Shape,
  data: number[],
) {
  const align = channels * (bits / 8);
  const plain = [
    ...le(extensible ? 0xfffe : code, 2),
    ...le(channels, 2),
    ...le(rateHz, 4),
    ...le(rateHz * align, 4),
    ...le(align, 2),
    ...le(bits, 2),
  ];
  const more = extensible ? [...le(22, 2), ...le(bits, 2), ...le(0, 4), ...le(code, 2), ...le(0, 14)] : [];
  const body = [
    ...text('WAVE'),
    ...Array.from({ length: odd }, () => chunk('bext', [1, 2, 3], padded)).flat(),
    ...chunk('fmt ', [...plain, ...more]),
    ...text('data'),
    ...le(size ?? data.length, 4),
    ...data,
  ];
  return Uint8Array.from([...text('RIFF'), ...le(body.length, 4), ...body]);
}

const float = (x: number, bytes: 4 | 8) => {
  const v = new DataView(new ArrayBuffer(bytes));
  if (bytes === 4) v.setFloat32(0, x, true);
  else v.setFloat64(0, x, true);
  return Array.from({ length: bytes }, (_, i) => v.getUint8(i));
};
const coded = (x: number, { code, bits }: Shape): number[] => {
  if (code === 3) return float(x, bits === 32 ? 4 : 8);
  if (bits === 8) return [Math.round(x * 127) + 128];
  const n = Math.round(x * (2 ** (bits - 1) - 1));
  return le(n < 0 ? n + 2 ** bits : n, bits / 8);
};

describe('what is written is read', () => {
  const shape: fc.Arbitrary<Shape> = fc.record({
    code: fc.constantFrom(1, 3),
    bits: fc.constantFrom(8, 16, 24, 32, 64),
    channels: fc.integer({ min: 1, max: 8 }),
    rateHz: fc.constantFrom(8_000, 44_100, 48_000, 192_000),
    extensible: fc.boolean(),
    odd: fc.integer({ min: 0, max: 3 }),
    padded: fc.boolean(),
  });
  test('every format, with further chunks padded or not, to within one step', async () => {
    const formats = shape.filter(({ code, bits }) => (code === 3 ? bits >= 32 : bits <= 32));
    await fc.assert(
      fc.asyncProperty(
        formats,
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 20 }),
        async (s, xs) => {
          const frames = xs.map((x) => Array.from({ length: s.channels }, (_, c) => (c % 2 ? -x : x)));
          const read = await readWav(
            bytesOf(
              wav(
                s,
                frames.flat().flatMap((x) => coded(x, s)),
              ),
            ),
          );
          if (!read.ok) throw new Error(read.problem);
          expect([read.value.rateHz, read.value.channels, read.value.frames]).toEqual([
            s.rateHz,
            s.channels,
            xs.length,
          ]);
          expect(read.value.problems).toEqual([]);
          const whole = await wholeOf(read.value);
          const step = s.code === 3 ? 1e-7 : 2 / 2 ** Math.min(23, s.bits - 1);
          for (const [i, f] of frames.entries()) {
            for (const [c, x] of f.entries())
              expect(Math.abs(itemAt(itemAt(whole, c), i) - x)).toBeLessThanOrEqual(step);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
  test('our own files come back, those beyond full scale too', async () => {
    for (const peak of [0.9, 1.7]) {
      const x = new Float32Array(999).map((_, i) => peak * Math.sin(i / 7));
      const read = await readWav(bytesOf(writeWav(44_100, [x, x.map((s) => -s)])));
      if (!read.ok) throw new Error(read.problem);
      const [left, right] = pairOf(await wholeOf(read.value));
      for (let i = 0; i < x.length; i++) expect(itemAt(left, i)).toBeCloseTo(itemAt(x, i), 6);
      for (let i = 0; i < x.length; i++) expect(itemAt(right, i)).toBeCloseTo(-itemAt(x, i), 6);
    }
  });
});

describe('broken files: what could be read, and what is wrong', () => {
  const shape: Shape = { code: 1, bits: 16, channels: 2 };
  const data = Array.from({ length: 400 }, (_, i) => i % 256);
  const problemsOf = async (file: Uint8Array) => {
    const read = await readWav(bytesOf(file));
    return read.ok
      ? { frames: read.value.frames, said: read.value.problems.join(' ') }
      : { frames: 0, said: read.problem };
  };
  test('cut off, never finished, a frame too short, wordless', async () => {
    const whole = wav(shape, data);
    expect(await problemsOf(whole.subarray(0, whole.length - 101))).toMatchObject({
      frames: 74,
      said: expect.stringMatching(/cut off: 299 of 400.*last frame/),
    });
    expect(await problemsOf(wav({ ...shape, size: 0xffffffff }, data))).toMatchObject({
      frames: 100,
      said: expect.stringMatching(/never finished/),
    });
    expect(await problemsOf(wav({ ...shape, size: 0 }, data))).toMatchObject({
      frames: 100,
      said: expect.stringMatching(/never finished/),
    });
    expect((await problemsOf(wav(shape, []))).said).toMatch(/no sound/);
    expect((await problemsOf(whole.subarray(0, 30))).said).toMatch(/fmt/);
    expect((await problemsOf(new Uint8Array(3))).said).toMatch(/3 bytes/);
    expect((await problemsOf(Uint8Array.from(text('not a wav file at all')))).said).toMatch(/does not begin/);
    expect((await problemsOf(wav({ ...shape, code: 85 }, data))).said).toMatch(/MPEG layer 3/);
  });
  test('room that a recorder kept free before the sound is passed over, and more sound behind it is said', async () => {
    const whole = wav(shape, data);
    const at = 36;
    const chunk = whole.subarray(at);
    for (const gap of [4, 468, 4060]) {
      const file = new Uint8Array([...whole.subarray(0, at), ...new Array(gap).fill(0), ...chunk]);
      expect(await problemsOf(file)).toEqual({ frames: 100, said: '' });
    }
    const twice = new Uint8Array([...whole, ...text('LIST'), ...le(4, 4), ...text('more'), ...chunk]);
    expect(await problemsOf(twice)).toEqual({ frames: 100, said: expect.stringMatching(/holds 400 bytes more of it/) });
    // What is empty to the end holds no chunk that could be gone on with.
    expect((await problemsOf(new Uint8Array(9000).fill(0).map((_, i) => whole[i < 12 ? i : 9000] ?? 0))).said).toMatch(
      /byte 12/,
    );
  });
  test('numbers that are none become silence, and are counted', async () => {
    const xs = [0.5, Number.NaN, -0.5, Number.POSITIVE_INFINITY].flatMap((x) => float(x, 4));
    const read = await readWav(bytesOf(wav({ code: 3, bits: 32, channels: 1 }, xs)));
    if (!read.ok) throw new Error(read.problem);
    expect([...itemAt(await wholeOf(read.value), 0)]).toEqual([0.5, 0, -0.5, 0]);
    expect(read.value.problems.join()).toMatch(/2 samples are not numbers/);
  });
  test('no bytes at all make it throw', async () => {
    const good = wav(shape, data);
    const spoilt = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 255 })), {
      maxLength: 8,
    });
    await fc.assert(
      fc.asyncProperty(spoilt, fc.integer({ min: 0, max: 444 }), async (changes, length) => {
        const file = good.slice(0, length);
        for (const [at, value] of changes) if (at < length) file[at] = value;
        const read = await readWav(bytesOf(file));
        if (read.ok) for (const c of await wholeOf(read.value)) expect(c.every(Number.isFinite)).toBe(true);
        else expect(read.problem).not.toBe('');
      }),
      { numRuns: 500 },
    );
  });
});

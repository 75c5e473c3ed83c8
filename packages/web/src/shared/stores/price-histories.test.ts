import { beforeEach, expect, test, vi } from 'vitest';
import { ref } from 'vue';
import { usePriceHistories } from './price-histories.ts';

interface Asked {
  readonly parts: readonly string[];
  readonly pool: number;
}
/** Calls that the server has not answered yet, oldest first. */
const asked: {
  readonly body: Asked;
  readonly answer: (parts: readonly string[], source: string) => void;
  readonly fail: () => void;
}[] = [];
vi.mock('../api/client.ts', () => ({
  call: (name: string, body: Asked) =>
    name === 'reliability'
      ? Promise.resolve({ promise: 0.9 })
      : new Promise((resolve, reject) =>
          asked.push({
            body,
            answer: (parts, source) => resolve(answerOf(parts, source)),
            fail: () => reject(new Error('gone')),
          }),
        ),
  failureText: () => 'could not be read',
}));
const answerOf = (parts: readonly string[], source: string) => ({
  sources: [source],
  series: parts.map((part) => ({
    ...{ offer: `${part}.shop`, part, shop: 'shop', currency: 'EUR' },
    ...{ at: [0], price: [100], stock: [null], source: [0] },
  })),
});

beforeEach(() => asked.splice(0));
const told = async () => await new Promise((resolve) => setTimeout(resolve));

function histories(watched: string[]) {
  const failure = ref<string | null>(null);
  const kept = usePriceHistories(() => watched, failure);
  const sourceOf = (part: string) => {
    const series = kept.series.value.get(`${part}.shop`);
    return series ? kept.sources.value[series.source[0]] : null;
  };
  return { ...kept, failure, sourceOf };
}

test('a swap asks for its own new part alone, and every look keeps the source that it came from', async () => {
  const watched = ['a', 'b'];
  const { read, sourceOf, hasRead } = histories(watched);
  void read(true);
  expect(asked[0].body).toMatchObject({ parts: ['a', 'b'] });
  expect(asked[0].body.pool).toBeGreaterThan(0);
  asked[0].answer(['a', 'b', 'of-the-pool'], 'first list');
  await told();
  expect(hasRead.value).toBe(true);
  watched.push('c');
  void read(false);
  expect(asked[1].body).toEqual({ parts: ['c'], pool: 0 });
  asked[1].answer(['c'], 'second list');
  await told();
  expect(['a', 'b', 'c'].map(sourceOf)).toEqual(['first list', 'first list', 'second list']);
});

test('what is asked while the first answer is on its way takes nothing from it, whichever comes first', async () => {
  for (const order of [
    [0, 1],
    [1, 0],
  ]) {
    asked.splice(0);
    const watched = ['a'];
    const { read, sourceOf, isReading, pool } = histories(watched);
    void read(true);
    void read(false); // nothing new: nothing is asked
    expect(asked).toHaveLength(1);
    watched.push('b');
    void read(false);
    for (const at of order) {
      expect(isReading.value).toBe(true);
      asked[at].answer(at === 0 ? ['a', 'pooled'] : ['b'], `list ${at}`);
      await told();
    }
    expect(isReading.value).toBe(false);
    expect(['a', 'b'].map(sourceOf)).toEqual(['list 0', 'list 1']);
    expect(pool.value.map(({ part }) => part)).toEqual(['pooled']);
  }
});

test('an answer to what was asked before everything was read anew is let go; what failed is asked again', async () => {
  const { read, sourceOf, failure } = histories(['a']);
  void read(true);
  void read(true);
  asked[1].answer(['a'], 'newer');
  await told();
  asked[0].answer(['a'], 'older');
  await told();
  expect(sourceOf('a')).toBe('newer');
  void read(true);
  asked[2].fail();
  await told();
  expect(failure.value).toBe('could not be read');
  void read(false);
  expect(asked[3].body.parts).toEqual(['a']);
  asked[3].answer(['a'], 'at last');
  await told();
  expect([failure.value, sourceOf('a')]).toEqual([null, 'at last']);
});

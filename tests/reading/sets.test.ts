import { expect, test } from 'vitest';
import { seedFrom, times } from '../trials.ts';
import { crowdedWorldOf } from './books.ts';
import { held, type Opened, sound, soundWorld } from './held.ts';

test('of ten offers the best set is the one that trying every set finds', () => {
  for (let seed = 1; seed <= times(10); seed += 1) {
    const world = soundWorld(9000 + seed, 10);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 5; i += 1) held(world, open, world.basket(), `book ${9000 + seed}, basket ${i}`);
  }
}, 600_000);

test('nor does it matter how they get in each other’s way: by what is left after discounts, by gifts, by how groups are put together', () => {
  const from = seedFrom(1);
  const books = times(40);
  let used = 0;
  for (let seed = from; seed < from + books; seed += 1) {
    const world = sound(crowdedWorldOf(seed, 6), `crowded book ${seed}`);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 6; i += 1)
      used += held(world, open, world.basket(), `crowded book ${seed}, basket ${i}`).answer.choices.reduce(
        (sum, choice) => sum + choice.used.length,
        0,
      );
  }
  expect(used).toBeGreaterThan(books * 6);
}, 1_200_000);

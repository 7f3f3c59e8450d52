import { lieWords } from './lie-words';
import type { Vec3 } from './turn';

const PLATE = [200, 100, 20];
const DISC = [100, 100, 20];
const BAR = [20, 300, 20];
const CUBE = [50, 50, 50];

describe('how a part lies, in words', () => {
  it.each<[string, Vec3, number[]]>([
    ['lying flat, top up', [0, 0, 1], PLATE],
    ['lying flat, bottom up', [0, 0, -1], PLATE],
    ['on its long edge, back up', [0, 1, 0], PLATE],
    ['on its long edge, front up', [0, -1, 0], PLATE],
    ['standing on end, right side up', [1, 0, 0], PLATE],
    ['standing on end, left side up', [-1, 0, 0], PLATE],
    ['lying flat, top up', [0, 0, 1], DISC],
    ['on its edge, right side up', [1, 0, 0], DISC],
    ['lying along, top up', [0, 0, 1], BAR],
    ['standing on end, back up', [0, 1, 0], BAR],
    ['standing as a cube, front up', [0, -1, 0], CUBE],
    // Halfway between two axes the later one is named: z before x and y.
    ['lying flat, top up, tilted 45°, right side higher', [1, 0, 1], PLATE],
    ['lying flat, top up, tilted 30°, front higher', [0, -0.5, Math.sqrt(0.75)], PLATE],
    ['lying flat, bottom up, tilted 55°, left side and back higher', [-1, 1, -1], PLATE],
    ['lying flat, top up', [0.001, 0, 1], PLATE],
    ['lying flat, top up, tilted 5°', [Math.sin(Math.PI / 36), 0, Math.cos(Math.PI / 36)], PLATE],
  ])('%s', (words, up, box) => expect(lieWords(up, box)).toBe(words));
});

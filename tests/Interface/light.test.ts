import { describe, expect, it } from 'vitest';
import type { CourseDepth } from '../../resources/js/api/fading';
import { aged, doseAt, stopAt } from '../../resources/js/components/paint/LightDial';
import { dueWords } from '../../resources/js/components/paint/words';
import { spread } from '../../resources/js/pages/cards/FadeRack';

const reading = (mlxh: number) => ({
    mlxh,
    change: mlxh,
    uncertainty: 0.3,
    words: 'clearly paler',
    dark: '#800000',
    window: '#900000',
    dL: 0,
    dC: 0,
    grade: '4',
    darkChange: null,
});

const course: CourseDepth = {
    depth: 2,
    name: 'middle',
    way: 'one way',
    words: 'clearly paler',
    readings: [reading(1), reading(4)],
    drawn: [0, 1, 2, 3, 4].map((mlxh) => ({ mlxh, window: `#90000${mlxh}`, uncertainty: 0.3, apart: false })),
    ahead: [4, 8, 40].map((mlxh) => ({
        mlxh,
        least: 4,
        most: mlxh,
        leastSeen: `#a0000${Math.min(9, mlxh)}`,
        mostSeen: `#b000${10 + mlxh}`,
    })),
    fitted: [],
    categories: ['III'],
    referenceMlxh: 38.5,
    settled: null,
    noticeable: null,
    blueWool: null,
    displayLife: null,
};

describe('the Light dial', () => {
    it('turns a dose into a stop and back, with a stop at nothing', () => {
        expect([doseAt(0, 100), doseAt(1, 100), doseAt(120, 100)]).toEqual([0, 0.1, 100]);
        for (const mlxh of [0.1, 0.73, 6.2, 100]) {
            expect(doseAt(stopAt(mlxh, 100), 100)).toBeCloseTo(mlxh, 9);
        }
        expect(stopAt(0.0999, 100)).toBe(0);
    });

    it('shows what was seen, says what lies between, splits what is expected and knows nothing beyond', () => {
        expect(aged(course, 0)).toEqual({ seen: '#900000', between: false });
        expect(aged(course, 4)).toEqual({ seen: '#900004', between: false });
        expect(aged(course, 2)).toEqual({ seen: '#900002', between: true });
        // Between two steps the range of both: the least of the lower, the most of the upper.
        expect(aged(course, 6)).toEqual({ least: '#a00004', most: '#b00018' });
        expect(aged(course, 40)).toEqual({ least: '#a00009', most: '#b00050' });
        expect(aged(course, 40.1)).toBeNull();
        expect(aged({ ...course, ahead: course.ahead.map((a) => ({ ...a, leastSeen: null })) }, 6)).toBeNull();
        expect(aged({ ...course, readings: [] }, 1)).toBeNull();
    });
});

describe('the fade rack', () => {
    it('lets beads step aside, in order and within the axis', () => {
        expect(spread([100, 300], 34)).toEqual([100, 300]);
        expect(spread([100, 110, 120], 34)).toEqual([100, 134, 168]);
        expect(spread([740, 742], 34)).toEqual([710, 744]);
    });
});

describe('words for what is due', () => {
    it('changes just at its limits', () => {
        const words = (on: string) =>
            dueWords(on, '2026-03-20')
                .replace(/[\d].*/, '')
                .trim();
        expect(words('2026-03-12')).toBe('late since');
        expect(words('2026-03-13')).toBe('due since');
        expect(words('2026-03-20')).toBe('due today');
        expect(words('2026-03-21')).toBe('soon:');
        expect(words('2026-04-03')).toBe('soon:');
        expect(words('2026-04-04')).toBe('next check');
    });
});

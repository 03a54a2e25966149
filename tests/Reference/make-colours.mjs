// Makes tables/colours.json: 500 random sRGB colours with L*a*b* (D65) and differences by the library culori.
// Run once by hand: node tests/Reference/make-colours.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import { converter, differenceCiede2000, differenceEuclidean, parse } from 'culori';

const lab65 = converter('lab65');
const { version } = JSON.parse(readFileSync(new URL('../../node_modules/culori/package.json', import.meta.url)));
let seed = 20260301;
const byte = () => (seed = (seed * 1103515245 + 12345) % 2 ** 31) >> 16 & 255;
const colours = Array.from({ length: 500 }, () => [byte(), byte(), byte()]);
const of = ([r, g, b]) => parse(`rgb(${r}, ${g}, ${b})`);
const rows = colours.map((rgb, i) => {
    const { l, a, b } = lab65(of(rgb));
    const next = of(colours[(i + 1) % colours.length]);
    return [...rgb, l, a, b, differenceEuclidean('lab65')(of(rgb), next), differenceCiede2000()(of(rgb), next)].map((v) => Math.round(v * 1e5) / 1e5);
});
writeFileSync(new URL('tables/colours.json', import.meta.url), JSON.stringify({
    source: `culori ${version}, lab65 and its differences`, command: 'node tests/Reference/make-colours.mjs',
    columns: ['r', 'g', 'b', 'L', 'a', 'b', 'dE76 to the next', 'dE00 to the next'], rows,
}).replaceAll('],[', '],\n['));

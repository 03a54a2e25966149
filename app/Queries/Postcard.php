<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\User;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Evidence\Strip;
use Symfony\Component\Process\Process;

/** One picture to send: strips as they were measured, what is read out of them, how they were tested, and where to look further. */
final class Postcard
{
    public const WIDTH = 1200;

    public const HEIGHT = 630;

    private const MARGIN = 48;

    /** Letters of a line of text at its size. */
    private const LETTERS = 80;

    /** Paints whose strips have room. */
    private const MOST = 4;

    /**
     * @param non-empty-list<Paint> $paints with maker and codes
     *
     * @return array{title: string, words: string} for the page that is sent
     */
    public static function words(array $paints, ?User $user): array
    {
        return ['title' => implode(', ', array_map(static fn (Paint $p): string => "{$p->colour_name}, {$p->maker->name}", $paints)), 'words' => self::spoken($paints, $user)];
    }

    /** @param non-empty-list<Paint> $paints */
    private static function spoken(array $paints, ?User $user): string
    {
        if (count($paints) === 1) {
            $evidence = PaintSet::evidence([$paints[0]->id], $user);
            $sentences = Spoken::of($paints[0], $evidence, PaintSet::paint($paints[0], $evidence)['properties']);
        } else {
            $sentences = Comparison::of($paints, $user)['spoken'];
        }

        return implode(' ', array_map(static fn (array $s): string => implode('', array_column($s, 'text')), $sentences));
    }

    /**
     * @param non-empty-list<Paint> $paints
     * @param string $address where to look further
     *
     * @return string PNG
     */
    public static function png(array $paints, string $address, ?User $user): string
    {
        $process = new Process(['rsvg-convert', '--format', 'png']);
        $process->setInput(self::svg($paints, $address, $user));
        $process->mustRun();

        return $process->getOutput();
    }

    /** @param non-empty-list<Paint> $paints */
    private static function svg(array $paints, string $address, ?User $user): string
    {
        $ids = array_map(static fn (Paint $p): int => $p->id, $paints);
        $strips = PaintStrips::of($ids, $user)['strips'];
        $pooled = PaintEvidence::of($ids, $user);
        $shown = array_slice($paints, 0, self::MOST);
        $each = (int) min(230, 300 / count($shown));
        $out = [];
        $y = self::MARGIN;
        foreach ($shown as $paint) {
            $out[] = sprintf('<text x="%d" y="%d" font-family="sans-serif" font-size="30" font-weight="bold" fill="#1a1a1a">%s<tspan dx="16" font-size="22" font-weight="normal">%s</tspan></text>', self::MARGIN, $y + 26, self::escaped($paint->colour_name), self::escaped("{$paint->maker->name} · ".($paint->statement()->text() ?: 'pigments not stated')));
            $out[] = isset($strips[$paint->id]) ? self::strip($strips[$paint->id], self::MARGIN, $y + 40, self::WIDTH - 2 * self::MARGIN, max(24, $each - 62)) : self::text(self::MARGIN, $y + 70, 22, 'not measured on a card');
            $y += $each;
        }
        $y = max($y, 300) + 34;
        foreach (explode("\n", wordwrap(self::spoken($paints, $user), self::LETTERS, "\n", true)) as $i => $line) {
            if ($i < 6) {
                $out[] = self::text(self::MARGIN, $y + 36 * $i, 27, $line);
            }
        }
        $out[] = self::text(self::MARGIN, self::HEIGHT - 52, 18, self::conditions($ids, $pooled)).self::text(self::MARGIN, self::HEIGHT - 26, 18, $address);

        return sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d"><rect width="100%%" height="100%%" fill="#d9d9d9"/>%s</svg>', self::WIDTH, self::HEIGHT, implode('', $out));
    }

    /** @param list<int> $ids */
    private static function conditions(array $ids, PaintEvidence $pooled): string
    {
        $rows = array_merge(...array_map(static fn (int $id): array => array_merge(...array_map(static fn (string $p): array => $pooled->counted($id, $p), ['transparency', 'staining', 'granulation'])), $ids));
        if ($rows === []) {
            return 'Marsh Trial';
        }
        $conditions = TestConditions::together(array_values(TestConditions::of($rows)))['conditions'];
        $said = array_filter([$conditions['paper maker'], $conditions['fibre'], $conditions['surface']]);
        $cards = count(array_unique(array_map(static fn (object $r): int => (int) $r->card_id, $rows)));
        $testers = count(array_unique(array_map(static fn (object $r): string => (string) $r->tester, $rows)));

        // What a stand-in drew is said to be so wherever it goes.
        $simulated = array_filter($rows, static fn (object $r): bool => $r->source === 'stand-in') !== [] ? '; simulated' : '';

        return sprintf('%s, %s%s%s', $cards === 1 ? 'one card' : "$cards cards", $testers === 1 ? 'one tester' : "$testers testers", $said === [] ? '; paper not recorded' : '; '.implode(', ', $said), $simulated);
    }

    private static function strip(Strip $strip, int $x, int $y, int $width, int $height): string
    {
        $fill = static fn (?LinearRgb $c): string => $c?->toHex() ?? 'none';
        $ladder = (int) (0.72 * $width);
        $one = $ladder / max(1, count($strip->steps));
        $out = '';
        foreach ($strip->steps as $i => $step) {
            $out .= sprintf('<rect x="%.1f" y="%d" width="%.1f" height="%d" fill="%s"/>', $x + $i * $one, $y, $one + 0.6, $height, $fill($step['onPaper']));
            if ($step['onBlack'] !== null) {
                $out .= sprintf('<rect x="%.1f" y="%.1f" width="%.1f" height="%.1f" fill="%s"/>', $x + $i * $one, $y + 0.4 * $height, $one + 0.6, 0.2 * $height, $fill($step['onBlack']));
            }
        }
        $side = (int) (0.12 * $width);
        foreach ([$strip->unlifted, $strip->wash] as $i => $colour) {
            $at = $x + $ladder + 12 + $i * ($side + 12);
            $out .= $colour === null ? '' : sprintf('<rect x="%d" y="%d" width="%d" height="%d" fill="%s"/>', $at, $y, $side, $height, $fill($colour));
            $out .= $i === 0 && $strip->lifted !== null && $colour !== null ? sprintf('<rect x="%.1f" y="%.1f" width="%.1f" height="%.1f" fill="%s"/>', $at + 0.2 * $side, $y + 0.3 * $height, 0.6 * $side, 0.7 * $height, $fill($strip->lifted)) : '';
        }

        return $out;
    }

    private static function text(int $x, int $y, int $size, string $words): string
    {
        return sprintf('<text x="%d" y="%d" font-family="sans-serif" font-size="%d" fill="#1a1a1a">%s</text>', $x, $y, $size, self::escaped($words));
    }

    /** A drawing takes no control characters. */
    private static function escaped(string $words): string
    {
        return htmlspecialchars((string) preg_replace('/[\x00-\x1f\x7f]/u', ' ', $words), ENT_XML1);
    }
}

<?php

declare(strict_types=1);

namespace App\Storage;

use MarshTrial\Core\CoreException;

/** Room on the disk that pictures and database lie on. Pictures stop while there is still room to sign in and to write text. */
final class DiskSpace
{
    public const FULL = 'The disk of this server is full, so this was not kept. What you typed is still here; tell a steward, and try again when there is room.';

    /** How SQLite, PHP and the system say it. */
    private const FAULTS = ['database or disk is full', 'No space left on device', 'out of free disk space'];

    /** @return array{free: float, total: float} bytes; unknown counts as plenty */
    public static function room(): array
    {
        $at = is_dir(storage_path('app')) ? storage_path('app') : base_path();

        return ['free' => @disk_free_space($at) ?: INF, 'total' => @disk_total_space($at) ?: INF];
    }

    public static function isLow(): bool
    {
        ['free' => $free, 'total' => $total] = self::room();

        return $free !== INF && self::isLowWith($free, $total);
    }

    public static function isLowWith(float $free, float $total): bool
    {
        return $free < (float) config('trust.low_disk_bytes') || ($total !== INF && $free < (float) config('trust.low_disk_share') * $total);
    }

    /** For stewards; null while there is room. */
    public static function warning(): ?string
    {
        return self::isLow() ? sprintf('Only %d MB of disk are left on this server, so pictures are refused until there is room again. Text can still be written.', (int) (self::room()['free'] / 1e6)) : null;
    }

    /**
     * @param int $bytes that are about to be written
     *
     * @throws CoreException when no further file should be taken
     */
    public static function needed(int $bytes = 0): void
    {
        ['free' => $free, 'total' => $total] = self::room();
        if ($free !== INF && self::isLowWith($free - $bytes, $total)) {
            throw new CoreException('The disk of this server is nearly full, so it takes no more pictures or files. Text can still be written; tell a steward. Keep the file and send it again when there is room.');
        }
    }

    public static function isFull(\Throwable $e): bool
    {
        for ($at = $e; $at !== null; $at = $at->getPrevious()) {
            if ($at instanceof NoRoom || array_filter(self::FAULTS, static fn (string $fault): bool => str_contains($at->getMessage(), $fault)) !== []) {
                return true;
            }
        }

        return false;
    }
}

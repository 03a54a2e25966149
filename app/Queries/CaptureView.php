<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Lab;

/**
 * Targets and profiles as their page and the choosers show them.
 *
 * @phpstan-type CaptureTargetDetail array{
 *     uuid: string, edition: int, name: string, by: string, mayChange: bool, columns: int, rows: int,
 *     patches: list<array{name: string, lab: array{float, float, float}, hex: string}>,
 * }
 * @phpstan-type CaptureProfileDetail array{
 *     uuid: string, edition: int, name: string, by: string, mayChange: bool, target: string|null,
 *     targetUuid: string|null, made: string, residualMean: float|null, residual95: float|null, patches: int,
 *     worst: list<array{dE00: float, hex: string}>, checked: string|null, drift: float|null, drifted: bool,
 * }
 * @phpstan-type CaptureAll array{targets: array<int, CaptureTargetDetail>, profiles: array<int, CaptureProfileDetail>}
 */
final class CaptureView
{
    /** Beyond the residual of its making by so much a profile has drifted, mean dE00 (own). */
    private const DRIFTED = 0.6;

    /** @return CaptureAll */
    public static function all(): array
    {
        return [
            'targets' => CaptureTarget::query()->with('owner')->orderBy('name')->get()->map(self::target(...))->all(),
            'profiles' => CaptureProfile::query()->with('owner', 'target')->orderBy('name')->get()->map(self::profile(...))->all(),
        ];
    }

    /** @return CaptureTargetDetail */
    private static function target(CaptureTarget $target): array
    {
        $sheet = TargetSheet::for(count($target->patches));

        return [
            'uuid' => $target->uuid, 'edition' => $target->edition, 'name' => $target->name, 'by' => $target->owner->name, 'mayChange' => $target->mayBeChangedBy(Auth::user()),
            'columns' => $sheet->columns, 'rows' => $sheet->rows,
            'patches' => array_map(static fn (array $p, Lab $lab): array => ['name' => $p['name'], 'lab' => $p['lab'], 'hex' => $lab->toXyz()->toLinearRgb()->toHex()], $target->patches, $target->colours()),
        ];
    }

    /** @return CaptureProfileDetail */
    private static function profile(CaptureProfile $profile): array
    {
        $kept = $profile->kept();
        $worst = $kept->residuals;
        usort($worst, static fn (array $a, array $b): int => $b['dE00'] <=> $a['dE00']);

        return [
            'uuid' => $profile->uuid, 'edition' => $profile->edition, 'name' => $profile->name, 'by' => $profile->owner->name, 'mayChange' => $profile->mayBeChangedBy(Auth::user()),
            'target' => $profile->target?->name, 'targetUuid' => $profile->target?->uuid, 'made' => $profile->created_at->toIso8601String(),
            'residualMean' => $kept->meanResidual(), 'residual95' => $kept->residual95(), 'patches' => count($kept->residuals),
            'worst' => array_map(static fn (array $r): array => ['dE00' => $r['dE00'], 'hex' => (new Lab(...$r['lab']))->toXyz()->toLinearRgb()->toHex()], array_slice($worst, 0, 5)),
            'checked' => $profile->checked_at?->toIso8601String(), 'drift' => $profile->drift,
            'drifted' => $profile->drift !== null && $profile->drift > ($kept->meanResidual() ?? 0) + self::DRIFTED,
        ];
    }
}

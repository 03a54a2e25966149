<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Fading\FadeFinding;
use MarshTrial\Core\Imaging\CellRemark;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Swatch\SwatchReading;

/**
 * A measurement as JSON; every field and unit is described in docs/formats.md.
 *
 * @phpstan-type MeasurementJsonSwatch array{
 *     row: int, problem: string|null, overBarePaper: bool, keyChannel: string|null,
 *     deposits: list<array{cell: string, deposit: float|null}>, outshines: list<string>, remarks: list<string>,
 * }
 * @phpstan-type MeasurementJsonCalibration array{
 *     kind: 'as-told'|'paper-and-black'|'profile'|'target'|'wedge', name: string, residualMean: float|null,
 *     residual95: float|null, patches: int,
 * }
 * @phpstan-type MeasurementJsonCells array{
 *     id: string, role: string, what: string, row: int, step: int, lab: list<float|null>,
 *     labSpread: list<float|null>, uncertainty95: float|null, rgbLinear: list<float|null>,
 *     deposit: list<float|null>, pixels: int, remarks: list<string>, polygonPx: list<list<float>>,
 * }
 * @phpstan-type MeasurementJsonRating array{
 *     row: int, property: string, status: 'measured'|'not-reached'|'not-tested'|'undecidable', reason: string|null,
 *     value: float|null, uncertainty: float|null, class: string|null, said: string|null,
 *     chances: array<string, float>, classes: list<string>, classes95: list<string>, atDeposit: float|null,
 *     scale: string, kind?: string, remarks: list<string>, cells: list<string>,
 *     numbers: array<string, array<array<array<bool|float|int|string|null>|bool|float|int|string|null>|bool|float|int|string|null>|bool|float|int|string|null>,
 *     formula: string, protocol: string,
 * }
 * @phpstan-type MeasurementJsonFinding array{
 *     row: int, depth: int, deposit: float|null, raw: array<string, float|list<string>|null>,
 *     corrected: array<string, float|list<string>|null>, paperChange: float|null,
 *     range: array{float|null, float|null}, uncertainty: float|null, greyScaleGrade: string, outcome: string,
 *     words: list<string>, categories: list<string>, wording: string|null, remarks: list<string>,
 *     darkChange?: array{float|null, float|null},
 * }
 * @phpstan-type MeasurementJsonData array{
 *     format: 'marsh-trial/card-measurement', version: int, card: array{uuid: string, code: string},
 *     measuredBy: array{meter: int, scale: string, rules: int},
 *     scan: array{
 *         pixels: array{int, int}, dpi: float, profile: string, photo: bool,
 *         calibration: MeasurementJsonCalibration, quality: list<array<string, bool|float|string|null>>,
 *         pieces: list<array{
 *             id: string, rotationDeg: float, marksSeen: int, residualMm: float, lens: float,
 *             outlinePx: list<list<float>>,
 *         }>,
 *         remarks: list<string>,
 *     },
 *     cells: list<MeasurementJsonCells>, ratings: list<MeasurementJsonRating>,
 *     fading: list<MeasurementJsonFinding>, doseMlxh: float|null, swatches?: list<MeasurementJsonSwatch>,
 * }
 */
final class MeasurementJson
{
    public const FORMAT = 'marsh-trial/card-measurement';

    public const VERSION = 1;

    /** @return MeasurementJsonData */
    public static function toArray(CardMeasurement $measurement): array
    {
        return [
            'format' => self::FORMAT,
            'version' => self::VERSION,
            'card' => ['uuid' => $measurement->layout->uuid, 'code' => $measurement->layout->codeText()],
            'measuredBy' => ['meter' => CardMeasurer::VERSION, 'scale' => Scale::current()->name, 'rules' => Scale::RULES],
            'scan' => [
                'pixels' => [$measurement->scan->widthPx, $measurement->scan->heightPx],
                'dpi' => round($measurement->scan->dpi, 2),
                'profile' => $measurement->scan->profile,
                'photo' => $measurement->scan->photo,
                'calibration' => self::calibration($measurement->scan->calibration),
                'quality' => array_map(static fn (QualityCheck $c): array => $c->toArray(), $measurement->scan->checks),
                'pieces' => array_values(array_map(static fn (PlacedPiece $p): array => [
                    'id' => $p->piece->id,
                    'rotationDeg' => round($p->rotationDeg, 3),
                    'marksSeen' => $p->marksSeen,
                    'residualMm' => round($p->residualMm, 3),
                    'lens' => round($p->placement->lens, 5),
                    'outlinePx' => self::mapped($p, $p->piece->outline),
                ], $measurement->scan->pieces)),
                'remarks' => $measurement->scan->remarks,
            ],
            'cells' => self::cells($measurement),
            'ratings' => array_map(self::rating(...), $measurement->ratings),
            'fading' => array_map(self::finding(...), $measurement->fading),
            'doseMlxh' => $measurement->doseMlxh,
            ...$measurement->swatches === [] ? [] : ['swatches' => array_map(self::swatch(...), $measurement->swatches)],
        ];
    }

    /** @return MeasurementJsonSwatch */
    private static function swatch(SwatchReading $swatch): array
    {
        return [
            'row' => $swatch->row, 'problem' => $swatch->problem, 'overBarePaper' => $swatch->paper !== null, 'keyChannel' => $swatch->key,
            'deposits' => array_map(static fn (string $id, ?float $d): array => ['cell' => $id, 'deposit' => self::round($d, 3)], array_keys($swatch->deposits), $swatch->deposits),
            'outshines' => $swatch->outshines, 'remarks' => $swatch->remarks,
        ];
    }

    /** @return MeasurementJsonCalibration */
    private static function calibration(Calibration $c): array
    {
        return [
            'kind' => $c->kind->value, 'name' => $c->name, 'residualMean' => self::round($c->meanResidual(), 2), 'residual95' => self::round($c->residual95(), 2), 'patches' => count($c->residuals),
        ];
    }

    /** @return list<MeasurementJsonCells> */
    private static function cells(CardMeasurement $measurement): array
    {
        $out = [];
        foreach ($measurement->layout->cells as $cell) {
            $reading = $measurement->cells[$cell->id] ?? null;
            if ($reading === null) {
                continue;
            }
            $paper = $measurement->papers[$cell->id] ?? null;
            $deposit = $paper === null ? null : Deposit::of($reading->rgb, $paper->rgb);
            $out[] = [
                'id' => $cell->id, 'role' => $cell->role->value, 'what' => $cell->role->label(), 'row' => $cell->row, 'step' => $cell->step,
                'lab' => self::rounded($reading->lab->toArray(), 3),
                'labSpread' => self::rounded($reading->labSpread, 3),
                'uncertainty95' => $reading->uncertainty95 > 0 ? round($reading->uncertainty95, 2) : null,
                'rgbLinear' => self::rounded($reading->rgb->toArray(), 6),
                'deposit' => self::rounded($deposit->channels ?? [null, null, null], 4),
                'pixels' => $reading->pixels,
                'remarks' => array_map(static fn (CellRemark $r): string => $r->words(), $reading->remarks),
                'polygonPx' => self::mapped($measurement->scan->pieces[$cell->piece], $reading->area),
            ];
        }

        return $out;
    }

    /** @return MeasurementJsonRating */
    public static function rating(Rating $rating): array
    {
        return [
            'row' => $rating->row,
            'property' => $rating->property,
            'status' => $rating->status->value,
            'reason' => $rating->reason,
            'value' => self::round($rating->value, 4),
            'uncertainty' => self::round($rating->uncertainty, 4),
            'class' => $rating->class(),
            'said' => $rating->said(),
            'chances' => array_map(static fn (float $c): float => round($c, 4), array_filter($rating->chances, static fn (float $c): bool => $c >= 0.0005)),
            'classes' => $rating->classes,
            'classes95' => $rating->classes95,
            'atDeposit' => self::round($rating->atDeposit, 3),
            'scale' => $rating->scale,
            ...$rating->kind === '' ? [] : ['kind' => $rating->kind],
            'remarks' => $rating->remarks,
            'cells' => $rating->cells,
            'numbers' => $rating->numbers,
            'formula' => $rating->formula,
            'protocol' => $rating->protocol,
        ];
    }

    /** @return MeasurementJsonFinding */
    private static function finding(FadeFinding $finding): array
    {
        return [
            'row' => $finding->row,
            'depth' => $finding->depth,
            'deposit' => self::round($finding->deposit, 3),
            'raw' => self::difference($finding->raw, $finding->rawBeyondNoise),
            'corrected' => self::difference($finding->corrected, $finding->beyondNoise),
            'paperChange' => self::round($finding->paperChange, 3),
            'range' => [self::round($finding->least, 3), self::round($finding->greatest, 3)],
            'uncertainty' => self::round($finding->uncertainty, 3),
            'greyScaleGrade' => $finding->greyScale()->reported(),
            'outcome' => $finding->outcome->value,
            'words' => $finding->corrected->words(),
            'categories' => $finding->categories,
            'wording' => $finding->wording,
            'remarks' => $finding->remarks,
            ...$finding->darkChange === null ? [] : ['darkChange' => [self::round($finding->darkChange, 3), self::round($finding->darkUncertainty, 3)]],
        ];
    }

    /** @return array<string, float|list<string>|null> */
    private static function difference(Difference $difference, float $beyondNoise): array
    {
        return [
            'dE76' => self::round($difference->dE76(), 3),
            'dE76BeyondNoise' => self::round($beyondNoise, 3),
            'dE00' => self::round($difference->dE00(), 3),
            'dL' => self::round($difference->dL, 3),
            'dC' => self::round($difference->dC, 3),
            'dH' => self::round($difference->dH, 3),
            'words' => $difference->words(),
        ];
    }

    /** @return list<list<float>> corners in pixels of the picture */
    private static function mapped(PlacedPiece $piece, Rect $area): array
    {
        return array_map(static fn (array $p): array => self::rounded($piece->placement->map($p[0], $p[1]), 1), $area->polygon());
    }

    /**
     * @param array<int, float|null> $values
     *
     * @return list<float|null>
     */
    private static function rounded(array $values, int $places): array
    {
        return array_values(array_map(static fn (?float $v): ?float => self::round($v, $places), $values));
    }

    private static function round(?float $value, int $places): ?float
    {
        return $value === null ? null : round($value, $places);
    }
}

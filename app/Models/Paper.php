<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Capture\CalibrationKind;
use MarshTrial\Core\Colour\Lab;

/**
 * @property string $maker
 * @property string $fibre
 * @property int|null $weight_gsm
 * @property string $surface
 */
final class Paper extends Model
{
    use FoundByName;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected static function nameColumn(): string
    {
        return 'maker';
    }

    public const FIBRES = ['cotton', 'cellulose', 'mixed', 'other'];

    public const SURFACES = ['hot-pressed', 'cold-pressed', 'rough'];

    /** Pictures of other cards that are looked through for the paper's colour: the newest. */
    private const LOOKED_THROUGH = 8;

    /**
     * Colour of the bare sheet as it was measured before: by an instrument, else in a picture whose colours a target or a profile told.
     *
     * @param string $side of the sheet
     */
    public function colour(string $side): ?Lab
    {
        // What calibrates here was measured here.
        $cards = Card::query()->whereNull('ledger_id')->where('paper_id', $this->id)->where('paper_side', $side)->pluck('id');
        foreach (InstrumentRun::query()->whereIn('card_id', $cards)->latest('id')->limit(self::LOOKED_THROUGH)->pluck('card_id')->unique() as $card) {
            $colour = InstrumentRun::paperOf($card, House::isDemo());
            if ($colour !== null) {
                return $colour;
            }
        }
        $told = [CalibrationKind::Target->value, CalibrationKind::Profile->value];
        $measurement = Measurement::query()->whereIn('card_id', $cards)->counts()->when(! House::isDemo(), static fn ($q) => $q->whereHas('picture', static fn ($q) => $q->where('source', '<>', 'stand-in')))->latest('id')->limit(self::LOOKED_THROUGH)->get()
            ->first(static fn (Measurement $m): bool => in_array($m->result['scan']['calibration']['kind'] ?? '', $told, true));
        $papers = array_values(array_filter($measurement->result['cells'] ?? [], static fn (array $c): bool => $c['role'] === 'paper' && ! str_starts_with($c['id'], 'exposed-')));

        return $papers === [] ? null : Lab::mean(array_map(static fn (array $c): Lab => new Lab(...$c['lab']), $papers));
    }

    /** What stands where nobody knows: left out of what is told. */
    private const UNSAID = ['not recorded', 'not known', 'other'];

    public function words(): string
    {
        $said = array_filter([$this->maker, $this->fibre, $this->surface], static fn (?string $of): bool => ! in_array($of, [null, '', ...self::UNSAID], true));
        $words = implode(', ', [...$said, ...$this->weight_gsm === null ? [] : ["$this->weight_gsm g/m²"]]);

        return $words === '' ? 'paper not recorded' : $words;
    }
}

<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/** What is told of one reading of a fade strip: what can be seen decides the word, not what can be measured. */
final readonly class FadeWord
{
    private function __construct(
        /** What is told; of two neighbours the lesser; null: cannot be told. */
        public ?Band $band,
        /** The greater of two neighbours that only together are likely enough. */
        public ?Band $or,
        /** Chance of what is told, 0..1; of both where there are two. */
        public float $chance,
        /** @var array<string, float> chance by band, least first */
        public array $chances,
        /** Which way it changed, where a change is told. */
        public ?Outcome $direction,
        /** Why it cannot be told. */
        public ?Doubt $doubt,
    ) {}

    /** @param SeenChange|null $seen of the reading, where it was worked out already */
    public static function of(Scale $scale, FadeReading $reading, ?SeenChange $seen = null): self
    {
        $seen ??= $reading->seen($scale);
        $chances = $seen->chances($scale);
        if ($reading->doubt !== null) {
            return new self(null, null, 0.0, $chances, null, $reading->doubt);
        }
        $unseen = $chances[Band::Unseen->value];
        $clear = $chances[Band::Clear->value] + $chances[Band::Strong->value];
        $likeliest = (string) ClassChances::likeliest($chances);
        if ($chances[$likeliest] < $scale->fade->bandTold && $unseen > $scale->fade->bandPossible && $clear > $scale->fade->bandPossible) {
            return new self(null, null, 0.0, $chances, null, self::why($scale, $reading));
        }
        $direction = Outcome::direction($scale, $reading->dark, $seen->likely, $reading->left, $reading->uncertainty);
        [$low, $high] = ClassChances::neighbours($chances, $likeliest);
        // That it changed is plain, and only how far is not: then both are told, and no "perhaps" that would seem to doubt the change.
        $howFar = $low !== Band::Unseen->value && ClassChances::plain($chances) === null && $chances[$low] + $chances[$high] >= $scale->certainty->plain;
        $alone = ! $howFar && ClassChances::hedge($chances[$likeliest]) !== null;
        if ($likeliest === Band::Unseen->value ? $alone : $alone && $unseen <= $scale->fade->unseenKept) {
            $band = Band::from($likeliest);

            return new self($band, null, $chances[$likeliest], $chances, $band === Band::Unseen ? null : $direction, null);
        }

        return new self(Band::from($low), Band::from($high), $chances[$low] + $chances[$high], $chances, $direction, null);
    }

    /** What lets the bands run so far apart. */
    private static function why(Scale $scale, FadeReading $reading): Doubt
    {
        $seen = static fn (FadeReading $r): float => $r->seen($scale)->quantile(0.5);
        $byPaper = abs($seen($reading->with($reading->looks())) - $seen($reading->with($reading->window)));

        return match (true) {
            $byPaper > $scale->fade->bands[Band::Unseen->value] => Doubt::Paper,
            ! $reading->hasFirst => Doubt::NoFirstReading,
            default => Doubt::Unsure,
        };
    }

    public function isHeld(): bool
    {
        return $this->band === Band::Unseen && $this->or === null;
    }

    /** What happened, as one word for tables; nothing is decided while no change and some change are both likely. */
    public function outcome(): Outcome
    {
        return match (true) {
            $this->isHeld() => Outcome::NoChange,
            $this->band === null || $this->band === Band::Unseen => Outcome::PaperOrUndecidable,
            default => $this->direction ?? Outcome::PaperOrUndecidable,
        };
    }

    /** "probably", "perhaps" or nothing; nothing where two neighbours are told. */
    public function hedge(): string
    {
        return $this->or === null && $this->band !== null ? (string) ClassChances::hedge($this->chance) : '';
    }

    /** As it is told: "no change to be seen", "probably just visibly paler", "cannot be told: the paper changed too". */
    public function words(): string
    {
        if ($this->band === null) {
            return 'cannot be told: '.($this->doubt ?? Doubt::Unsure)->value;
        }
        if ($this->band === Band::Unseen) {
            return $this->hedge().Band::Unseen->value.($this->or === null ? '' : ', or '.$this->changed($this->or->adverb()));
        }

        return $this->hedge().$this->changed($this->howFar());
    }

    /** As a clause: "no change was to be seen", "it probably turned clearly paler", "whether it faded cannot be told, since the paper changed too". */
    public function clause(): string
    {
        if ($this->band === null) {
            return 'whether it faded cannot be told, since '.($this->doubt ?? Doubt::Unsure)->value;
        }
        if ($this->band === Band::Unseen) {
            return ($this->hedge() === '' ? '' : 'there is '.$this->hedge()).Band::Unseen->value.($this->or === null ? '' : ', or it turned '.$this->changed($this->or->adverb()));
        }
        $how = $this->changed($this->howFar());

        return 'it '.$this->hedge().match ($this->direction) {
            Outcome::NearlyGone => 'is nearly gone', Outcome::HueShift => $how, default => "turned $how",
        };
    }

    /** "clearly", "clearly or strongly". */
    private function howFar(): string
    {
        return implode(' or ', array_map(static fn (Band $b): string => $b->adverb(), array_filter([$this->band, $this->or])));
    }

    private function changed(string $how): string
    {
        return match ($this->direction) {
            Outcome::NearlyGone => 'nearly gone',
            Outcome::PalerInTint => "$how paler, in the tint only",
            Outcome::HueShift => "$how turned in hue",
            Outcome::Darker => "$how darker or browner",
            Outcome::MoreVivid => "$how more vivid",
            default => "$how paler",
        };
    }

    /** The same told of the tint alone. */
    public function inTintOnly(): self
    {
        return new self($this->band, $this->or, $this->chance, $this->chances, Outcome::PalerInTint, $this->doubt);
    }
}

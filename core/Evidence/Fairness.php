<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Rating\Property;

/**
 * Whether tests may be compared: what differs in how they were made, what that does, and what follows. What nobody wrote down counts as different,
 * unless both rows are on one card. The rules are this project's own, from what the trade says of papers, states and protocols (common practice, no source).
 */
final readonly class Fairness
{
    /** Compared; compared with a remark; shown side by side and not ranked. */
    public const FAIR = 'fair';

    public const WITH_A_REMARK = 'with a remark';

    public const NOT_RANKED = 'not ranked';

    /** Columns of the rules, one letter each: = fair, ~ with a remark, x not ranked. */
    private const COLUMNS = ['transparency', 'staining', 'granulation', 'lightfastness', 'strength', 'handling', 'colour'];

    /** @var array<string, array{0: string, 1: string}> what differs => rule by column, and what it does */
    private const RULES = [
        'paper maker' => ['~x~~x~~', 'sizing and tone differ from mill to mill; lifting and strength follow the paper as much as the paint'],
        'fibre' => ['~xx~xx~', 'cotton and cellulose take up paint differently: what lifts, grains and runs is the paper’s'],
        'surface' => ['~~x=~x~', 'grain settles in the hollows of a rough sheet and not on a smooth one'],
        'paper side' => ['~~x=~x~', 'the two sides of a sheet have another tooth'],
        'state of the paint' => ['~~~=x~~', 'dried paint gives less colour to the brush than fresh paint does'],
        'protocol' => ['xxxxxx=', 'another way of testing answers another question'],
        'paint measured out in' => ['====x~=', 'drops, brush loads and grams are no measures of each other'],
        'tester' => ['=~==~~=', 'another hand lifts harder or lays on more'],
        'picture' => ['~=~~~=~', 'a photograph or a soft picture shows less grain and its colours are less sure'],
        'batch' => ['~~~~~~~', 'makers change recipes from batch to batch'],
        'formulation' => ['~~~~~~~', 'the maker has changed what is in it'],
        'ink of the line' => ['~======', 'the veil is read against the line'],
        'drying' => ['=x====~', 'a wash that has set longer holds faster'],
        'humidity' => ['===~===', 'damp air speeds fading'],
        'glass' => ['===~===', 'glass that keeps ultraviolet out spares some paints'],
        'dose' => ['===x===', 'more light fades more: only equal doses are held against each other'],
    ];

    /** Said where somebody wrote it down; that nobody did says nothing. */
    public const QUIET = ['batch', 'formulation', 'humidity', 'drying'];

    private const LETTERS = ['=' => self::FAIR, '~' => self::WITH_A_REMARK, 'x' => self::NOT_RANKED];

    private function __construct(
        public string $verdict,
        /** @var list<array{what: string, values: list<string>, verdict: string, does: string}> what differs, the worst first */
        public array $differs,
    ) {}

    /**
     * @param non-empty-list<array{card: string, conditions: array<string, string|null>}> $tests one of each paint: its card, and what is known of how it was made, by the names above; null: not recorded
     * @param bool $ofOnePaint whether they are tests of one paint: batches of different paints are different anyway
     */
    public static function of(string $property, array $tests, bool $ofOnePaint = false): self
    {
        $column = (int) array_search(self::column($property), self::COLUMNS, true);
        $differs = [];
        foreach (self::RULES as $what => [$rule, $does]) {
            $verdict = self::LETTERS[$rule[$column]];
            $values = array_map(static fn (array $t): ?string => $t['conditions'][$what] ?? null, $tests);
            $known = array_unique(array_map(NameKey::of(...), array_filter($values, static fn (?string $v): bool => $v !== null)));
            $unsaid = in_array(null, $values, true);
            // What was not written down of one card holds for all its rows.
            $oneCard = count(array_unique(array_column($tests, 'card'))) === 1;
            if ($verdict === self::FAIR || ! self::applies($what, $property, $ofOnePaint) || ($known === [] && in_array($what, self::QUIET, true)) || (count($known) < 2 && (! $unsaid || ($oneCard && count($known) === 0)))) {
                continue;
            }
            $differs[] = ['what' => $what, 'values' => array_map(static fn (?string $v): string => $v ?? 'not recorded', $values), 'verdict' => count($known) > 1 ? $verdict : self::unsaid($verdict, $what), 'does' => $does];
        }
        usort($differs, static fn (array $a, array $b): int => ($b['verdict'] === self::NOT_RANKED) <=> ($a['verdict'] === self::NOT_RANKED));

        return new self($differs === [] ? self::FAIR : $differs[0]['verdict'], $differs);
    }

    /**
     * Conditions by which tests of one paint part into groups, each with its word: what is not ranked between paints is not pooled within one.
     *
     * @return list<string>
     */
    public static function parting(string $property): array
    {
        $column = (int) array_search(self::column($property), self::COLUMNS, true);

        // Protocols part them anyway, and light is counted.
        return array_values(array_filter(array_diff(array_keys(self::RULES), ['protocol', 'dose']), static fn (string $what): bool => self::RULES[$what][0][$column] === 'x'));
    }

    /**
     * Conditions that tests are pooled over with a remark, and by which they may be torn.
     *
     * @return list<string>
     */
    public static function remarked(string $property): array
    {
        $column = (int) array_search(self::column($property), self::COLUMNS, true);

        return array_values(array_filter(array_diff(array_keys(self::RULES), ['picture']), static fn (string $what): bool => self::RULES[$what][0][$column] === '~'));
    }

    /** Which column of the rules a property stands in. */
    public static function column(string $property): string
    {
        return match (Property::from($property)) {
            Property::Transparency, Property::TwoLineTransparency => 'transparency',
            Property::Staining, Property::Blotting => 'staining',
            Property::Granulation => 'granulation',
            Property::Lightfastness => 'lightfastness',
            Property::Strength => 'strength',
            Property::TwoTone => 'colour',
            default => 'handling',
        };
    }

    /** Glass and dose say nothing of a card that never hung, nor batches of different paints. */
    private static function applies(string $what, string $property, bool $ofOnePaint): bool
    {
        return ($ofOnePaint || ! in_array($what, ['batch', 'formulation'], true)) && (! in_array($what, ['glass', 'dose', 'humidity'], true) || $property === Property::Lightfastness->value);
    }

    /** That nobody wrote a batch down is the rule; that nobody wrote a paper down is a fault. */
    private static function unsaid(string $verdict, string $what): string
    {
        return in_array($what, ['batch', 'formulation', 'humidity', 'ink of the line', 'drying', 'state of the paint'], true) ? self::WITH_A_REMARK : $verdict;
    }
}

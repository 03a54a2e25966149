<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Support\Str;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;

final class CardSample extends CardCommand
{
    protected $signature = 'card:sample {kind : property or fade} {--rows= : 1 to 6, as many as there is room for when not given} {--blocks= : What a property card consists of, such as "stroke,ladder:6,glaze:5"} {--o|out=. : Folder to write to} {--uuid= : Card number to use instead of a new one}';

    protected $description = 'Write layout.json and card.svg of a card with made-up paints';

    /** Invented paints: name, maker, pigment code. */
    private const PAINTS = [
        ['Beacon Red', 'Withy Colours', 'PR254'], ['Deepwater Blue', 'Sluice & Staithe', 'PB28'], ['Vetch Violet', 'Mudlark Paintworks', 'PV3'],
        ['Furze Yellow', 'Eelgrass Studio', 'PY65'], ['Lichen Green', 'Withy Colours', 'PG17'], ['Saltmarsh Red', 'Eelgrass Studio', 'PR106'],
    ];

    protected function work(): void
    {
        $kind = CardKind::tryFrom((string) $this->argument('kind')) ?? throw new CoreException('A card is a "property" card or a "fade" card.');
        $blocks = Block::list($this->option('blocks') ?? PropertyCard::USUAL);
        $room = $kind === CardKind::Property ? max(1, PropertyCard::mostRows($blocks)) : CardLayout::MAX_ROWS;
        $rows = [];
        for ($i = 0, $n = (int) ($this->numberOption('rows', 1, 6) ?? $room); $i < $n; $i++) {
            [$paint, $maker, $pigments] = self::PAINTS[$i];
            $rows[] = new RowLabel($i + 1, "sample-$i", $paint, $maker, $pigments);
        }
        $uuid = $this->option('uuid') ?? (string) Str::uuid();
        $title = "Sample $kind->value card";
        $layout = $kind === CardKind::Property ? PropertyCard::layout($uuid, $title, $rows, [], $blocks) : FadeCard::layout($uuid, $title, $rows);
        $folder = rtrim((string) $this->option('out'), '/');
        if (! is_dir($folder) && ! @mkdir($folder, 0777, true)) {
            throw new CoreException("The folder $folder could not be made.");
        }
        $this->write("$folder/layout.json", self::json(LayoutJson::toArray($layout)));
        $this->write("$folder/card.svg", SvgPrinter::print($layout, false));
        $this->line("Wrote $folder/layout.json and $folder/card.svg, card {$layout->codeText()}.");
    }
}

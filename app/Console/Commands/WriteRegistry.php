<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

/** Hands the names of what is told of a paint on to the interface; a test says when they are out of date. */
final class WriteRegistry extends Command
{
    public const FILE = 'resources/js/api/registry.ts';

    protected $signature = 'interface:registry';

    protected $description = 'Write the names of all properties into '.self::FILE;

    public function handle(): int
    {
        file_put_contents(base_path(self::FILE), self::source());
        $this->info(self::FILE.' written.');

        return self::SUCCESS;
    }

    public static function source(): string
    {
        $list = static fn (array $properties): string => implode(",\n    ", array_map(static fn (string $key): string => "'$key'", Property::keys($properties)));

        return '// Written by artisan interface:registry from Measuring\Measures.'."\n\n"
            ."/** Those that makers claim and every page of a paint rates. */\nexport const PROPERTIES = [\n    ".$list(Measures::claimed()).",\n] as const;\n\n"
            ."/** What a property card says beyond them. */\nexport const MORE = [\n    ".$list(Measures::more()).",\n] as const;\n\n"
            ."export type Property = (typeof PROPERTIES)[number];\n\nexport type Quantity = Property | (typeof MORE)[number];\n";
    }
}

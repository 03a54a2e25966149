<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Description\ApiDescription;
use App\Http\Description\InterfaceTypes;
use App\Http\Description\RequestRules;
use App\Http\Problem;
use App\Http\Scopes;
use Illuminate\Console\Command;

final class ApiDescribe extends Command
{
    protected $signature = 'api:describe';

    protected $description = 'Write '.ApiDescription::FILE.' and the types of the interface from the routes';

    public function handle(): int
    {
        file_put_contents(base_path(ApiDescription::FILE), self::json());
        file_put_contents(base_path(InterfaceTypes::FILE), self::types());
        $this->info(ApiDescription::FILE.' and '.InterfaceTypes::FILE.' written.');

        return self::SUCCESS;
    }

    public static function types(): string
    {
        return InterfaceTypes::of(self::description());
    }

    /** @return array<string, mixed> */
    private static function description(): array
    {
        return once(static fn (): array => ApiDescription::of(Problem::types(), Scopes::of(...), RequestRules::of(...)));
    }

    public static function json(): string
    {
        return json_encode(self::description(), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n";
    }
}

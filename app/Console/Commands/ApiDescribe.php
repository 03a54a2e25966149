<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Problem;
use App\Http\RequestRules;
use App\Http\Scopes;
use App\Queries\ApiDescription;
use Illuminate\Console\Command;

final class ApiDescribe extends Command
{
    protected $signature = 'api:describe';

    protected $description = 'Write '.ApiDescription::FILE.' from the routes';

    public function handle(): int
    {
        file_put_contents(base_path(ApiDescription::FILE), self::json());
        $this->info(ApiDescription::FILE.' written.');

        return self::SUCCESS;
    }

    public static function json(): string
    {
        return json_encode(ApiDescription::of(Problem::types(), Scopes::of(...), RequestRules::of(...)), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n";
    }
}

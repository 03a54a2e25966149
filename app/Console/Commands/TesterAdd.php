<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\User;
use App\Rules\FreeAddress;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Validator;
use Illuminate\Support\Str;

final class TesterAdd extends Command
{
    protected $signature = 'tester:add {name : As it stands under records} {email} {--steward : May also change what others own}';

    protected $description = 'Add a tester and print a password for the first sign-in';

    public function handle(): int
    {
        $person = ['name' => trim((string) $this->argument('name')), 'email' => User::address((string) $this->argument('email'))];
        $check = Validator::make($person, ['name' => 'required|max:120', 'email' => ['required', 'email', 'max:200', new FreeAddress]]);
        if ($check->fails()) {
            $this->output->getErrorStyle()->writeln(implode(' ', $check->errors()->all()));

            return self::FAILURE;
        }
        $password = Str::password(14, symbols: false);
        User::query()->create([...$person, 'uuid' => (string) Str::uuid(), 'password' => $password, 'is_steward' => (bool) $this->option('steward')]);
        $this->line("{$person['name']} can sign in as {$person['email']} with the password $password");

        return self::SUCCESS;
    }
}

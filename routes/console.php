<?php

declare(strict_types=1);

use App\Actions\LeftFiles;
use App\Jobs\PackPicture;
use App\Models\SignIn;
use Illuminate\Support\Facades\Schedule;

// What was left behind by a killed worker is taken up again; bin/start sweeps before it serves, too.
Schedule::command('work:sweep')->everyMinute()->withoutOverlapping(10);
Schedule::command('backup:make', ['--daily'])->dailyAt('03:10')->withoutOverlapping(120);
Schedule::call(SignIn::sweep(...))->daily()->name('sign-ins');
Schedule::call(PackPicture::begin(...))->everyTenMinutes()->name('pack-pictures');
Schedule::call(LeftFiles::sweep(...))->dailyAt('03:40')->name('left-files');

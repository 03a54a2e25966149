<?php

declare(strict_types=1);

namespace App\Console\Commands;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Simulation\LoggerStandIn;

final class LightLog extends CardCommand
{
    protected $signature = 'light:log {facing=south : Which way the window faces} {--latitude=53.4} {--longitude=1.9} {--from=2026-03-01 : First day} {--days=30 : 1 to 800} {--every=600 : Seconds between two readings, 10 to 3600} {--seed=1} {--gain=1 : What it reads of true light, 0.5 to 2} {--zone=UTC : Time zone of the window} {--o|out= : CSV file to write}';

    protected $description = 'Write what a light logger beside a window would have kept (the stand-in)';

    protected function work(): void
    {
        $out = $this->option('out') ?? throw new CoreException('Say with -o which CSV file to write.');
        [$azimuth, $tilt] = Window::facing((string) $this->argument('facing'));
        try {
            $from = new \DateTimeImmutable((string) $this->option('from'), new \DateTimeZone((string) $this->option('zone')));
        } catch (\Exception) {
            throw new CoreException('A day is written as 2026-03-01, a time zone as Europe/London.');
        }
        $logger = new LoggerStandIn(
            new Window((float) $this->numberOption('latitude', -90, 90), (float) $this->numberOption('longitude', -180, 180), $azimuth, $tilt), $from,
            (int) $this->numberOption('days', 1, 800), (int) $this->numberOption('seed', 0, PHP_INT_MAX), (int) $this->numberOption('every', 10, 3600), (float) $this->numberOption('gain', 0.5, 2),
        );
        $file = @fopen($out, 'wb') ?: throw new CoreException("$out cannot be written.");
        $lines = 0;
        foreach ($logger->lines() as $line) {
            fwrite($file, "$line\r\n");
            $lines++;
        }
        fclose($file);
        $this->line("Wrote $out, $lines lines.");
    }
}

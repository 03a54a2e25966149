<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\TestCase;

/** The container image, as far as it can be checked where none is built: its steps are the scripts that every start uses. */
final class ImageTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';

    public function testEveryStepOfTheImageIsThereAndReadable(): void
    {
        $steps = (string) file_get_contents(self::ROOT.'/Dockerfile');
        preg_match_all('/^COPY (?!--from)(.+) \S+$/m', $steps, $copies);
        foreach (array_merge(...array_map(static fn (string $c): array => explode(' ', $c), $copies[1])) as $source) {
            self::assertFileExists(self::ROOT."/$source");
        }
        preg_match_all('#bin/lib/install\.sh (\w+)#', $steps, $parts);
        $script = (string) file_get_contents(self::ROOT.'/bin/lib/install.sh');
        self::assertSame(['interface', 'packages', 'libraries'], $parts[1]);
        foreach ($parts[1] as $part) {
            self::assertStringContainsString("    $part)", $script);
        }
        foreach (['bin/lib/install.sh', 'bin/lib/common.sh', 'bin/start', 'bin/demo'] as $file) {
            exec('bash -n '.escapeshellarg(self::ROOT."/$file").' 2>&1', $said, $code);
            self::assertSame(0, $code, implode("\n", $said));
        }
    }

    /** Nobody's data, secrets or history go into an image, and it does not run as root. */
    public function testTheImageHoldsNothingOfAnybody(): void
    {
        $left = file(self::ROOT.'/.dockerignore', FILE_IGNORE_NEW_LINES) ?: [];
        self::assertSame([], array_diff(['.git', '.env', 'database/*.sqlite*', 'storage/app', 'vendor', 'node_modules'], $left));
        $steps = (string) file_get_contents(self::ROOT.'/Dockerfile');
        self::assertMatchesRegularExpression('/^USER marsh$.*^VOLUME \/data$.*^HEALTHCHECK .*^CMD /ms', $steps);
        $compose = (string) file_get_contents(self::ROOT.'/compose.yml');
        preg_match('/^CMD (.+)$/m', $steps, $command);
        self::assertStringContainsString("command: $command[1]", $compose);
        self::assertStringContainsString('127.0.0.1:8000:8000', $compose);
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Card;
use Illuminate\Console\Command;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use Symfony\Component\Console\Output\OutputInterface;

/** What the card commands share: files in and out, and faults as one sentence on standard error with exit code 1. */
abstract class CardCommand extends Command
{
    public function handle(): int
    {
        // A page at 400 dots per inch with its films and textures takes more than the usual 128 MB.
        ini_set('memory_limit', '1G');
        try {
            $this->work();

            return self::SUCCESS;
        } catch (CoreException $e) {
            $this->output->getErrorStyle()->writeln($e->getMessage());

            return self::FAILURE;
        }
    }

    abstract protected function work(): void;

    protected function layoutFrom(string $path): CardLayout
    {
        return LayoutJson::fromArray(json_decode($this->text($path), true));
    }

    /** Contents of a file. */
    protected function text(string $path): string
    {
        if (! is_file($path)) {
            throw new CoreException("There is no file $path.");
        }

        return (string) file_get_contents($path);
    }

    /** @return list<Lab> colours of the patches in a measurement file, for D65 */
    protected function colours(string $path): array
    {
        return array_map(static fn (Sample $s): Lab => $s->lab, Readings::of($this->text($path)));
    }

    /** The recorded card that the argument names. */
    protected function card(): Card
    {
        return Card::query()->where('uuid', $this->argument('card'))->first() ?? throw new CoreException('There is no card with this number.');
    }

    protected function write(?string $path, string $contents): void
    {
        if ($path === null) {
            $this->output->write($contents, false, OutputInterface::OUTPUT_RAW);

            return;
        }
        if (@file_put_contents($path, $contents) === false) {
            throw new CoreException("The file $path could not be written.");
        }
    }

    /** @param array<string, mixed> $data */
    protected static function json(array $data): string
    {
        return json_encode($data, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR)."\n";
    }

    protected function numberOption(string $name, float $least, float $most): ?float
    {
        $text = $this->option($name);
        if ($text === null) {
            return null;
        }
        if (! is_numeric($text) || (float) $text < $least || (float) $text > $most) {
            throw new CoreException("--$name takes a number from $least to $most.");
        }

        return (float) $text;
    }
}

<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Imaging\PictureDecoder;
use App\Imaging\PictureStore;
use App\Storage\DiskSpace;
use App\Storage\DurableFile;
use App\Storage\NoRoom;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\Signature;
use ZipArchive;

/** Reads a bundle that came from somewhere: no part by a name of its own choosing, none longer than it says, none that is not what its sum says. */
final class BundleFile
{
    private const PIECE = 1 << 20;

    public readonly Bundle $bundle;

    private function __construct(private readonly ZipArchive $zip, private readonly Schemas $schemas)
    {
        $list = Bundle::json(Bundle::LIST, $this->text(Bundle::LIST, Bundle::MOST_JSON_BYTES));
        if (($list['format'] ?? null) !== Bundle::FORMAT) {
            throw new CoreException('This archive is no bundle of a ledger: its list says another format.');
        }
        if (($list['version'] ?? null) !== Bundle::VERSION) {
            throw new CoreException(sprintf('This bundle is written in version %s of its format; this program reads version %d. Ask for it again from a program of the same age, or bring this one up to date.', is_scalar($list['version'] ?? null) ? $list['version'] : 'unknown', Bundle::VERSION));
        }
        $schemas->check('bundle', $list, 'The list of the bundle');
        if (! Signature::holds(array_diff_key($list, ['signature' => 0]), $list['signature'])) {
            throw new CoreException('The list of this bundle was changed since its ledger signed it. Ask for the bundle again.');
        }
        $this->bundle = Bundle::of($list);
    }

    /** @throws CoreException when it is no bundle */
    public static function open(string $path, Schemas $schemas): self
    {
        $zip = new ZipArchive;
        if (@$zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new CoreException('This file is no archive (ZIP), or it did not arrive whole. Choose the bundle as it was downloaded.');
        }
        if ($zip->locateName(Bundle::LIST) === false) {
            throw new CoreException('This archive is no bundle of a ledger: it has no list ("bundle.json").');
        }

        return new self($zip, $schemas);
    }

    public function has(string $name): bool
    {
        return isset($this->bundle->files[$name]) && $this->zip->locateName($name) !== false;
    }

    /**
     * A listed part, checked against its sum and its schema.
     *
     * @return array<mixed>
     *
     * @throws CoreException
     */
    public function part(string $name, string $schema): array
    {
        $part = $this->sound($name);
        $this->schemas->check($schema, $part, "The part $name");

        return $part;
    }

    /**
     * The same without its schema, of what was checked before.
     *
     * @return array<mixed>
     */
    public function sound(string $name): array
    {
        return Bundle::json($name, $this->soundText($name));
    }

    /** @throws CoreException when it is not what the list says */
    public function soundText(string $name): string
    {
        $said = $this->bundle->files[$name] ?? throw new CoreException("The part $name is not listed.");
        $text = $this->text($name, min($said['bytes'], Bundle::MOST_JSON_BYTES));
        if (strlen($text) !== $said['bytes'] || ! hash_equals($said['sha256'], hash('sha256', $text))) {
            throw new CoreException("The part $name is not what the list says; it was damaged or changed on its way.");
        }

        return $text;
    }

    /**
     * Puts a picture among those kept here, under the name of its content.
     *
     * @throws CoreException when it is not what its name says, or no picture
     */
    public function keepPicture(string $sha256, string $extension): void
    {
        $name = Bundle::picture($sha256, $extension);
        $path = PictureStore::path($sha256, $extension);
        if (PictureStore::has($sha256, $extension)) {
            return;
        }
        $said = $this->bundle->files[$name]['bytes'] ?? 0;
        $from = $said > Bundle::MOST_PICTURE_BYTES ? false : @$this->zip->getStream($name);
        if ($from === false) {
            throw new CoreException("The picture $name could not be read.");
        }
        DiskSpace::needed();
        // Beside where it will lie, so that giving it its name is one step.
        @mkdir(dirname($path), 0770, true);
        $beside = "$path.".bin2hex(random_bytes(4)).DurableFile::PARTIAL;
        $to = @fopen($beside, 'xb') ?: throw new NoRoom('The picture could not be begun.');
        try {
            $sum = hash_init('sha256');
            for ($bytes = 0; ($piece = (string) @fread($from, self::PIECE)) !== '' && ($bytes += strlen($piece)) <= $said; hash_update($sum, $piece)) {
                if (@fwrite($to, $piece) !== strlen($piece)) {
                    throw new NoRoom('The picture could not be written to its end.');
                }
            }
            fsync($to);
            if ($bytes !== $said || hash_final($sum) !== $sha256) {
                throw new CoreException("The picture $name is not what its name says.");
            }
            if (PictureDecoder::inspect($beside)['extension'] !== $extension) {
                throw new CoreException("The picture $name is of another kind than its name says.");
            }
            DurableFile::adopt($path, $beside);
        } finally {
            fclose($from);
            fclose($to);
            @unlink($beside);
        }
    }

    /** At most so many bytes of a part: what is longer than it may be ends there, and then is not what its sum says. */
    private function text(string $name, int $most): string
    {
        $stream = @$this->zip->getStream($name);
        if ($stream === false) {
            throw new CoreException("The part $name is missing, or is compressed in a way that is not read here.");
        }
        $text = (string) @stream_get_contents($stream, $most + 1);
        fclose($stream);

        return $text;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Imaging\PackedPng;
use App\Imaging\PictureStore;
use App\Jobs\PackPicture;
use App\Models\Picture;
use Imagick;
use PHPUnit\Framework\Attributes\DataProvider;

/** Scans take less room, and come out to the byte: records and bundles name them by their hash. */
final class PackedPictureTest extends FeatureTestCase
{
    /** @return iterable<string, array{\Closure(Imagick): mixed, bool}> how a PNG was written, and whether it can be packed */
    public static function writers(): iterable
    {
        foreach ([[3, 0, 0], [6, 5, 1], [9, 4, 3], [1, 1, 0], [6, 2, 2]] as [$level, $filter, $strategy]) {
            yield "level $level, filter $filter, strategy $strategy" => [static function (Imagick $i) use ($level, $filter, $strategy): void {
                $i->setOption('png:compression-level', (string) $level);
                $i->setOption('png:compression-filter', (string) $filter);
                $i->setOption('png:compression-strategy', (string) $strategy);
            }, true];
        }
        yield 'grey' => [static fn (Imagick $i) => $i->setImageType(Imagick::IMGTYPE_GRAYSCALE), true];
        yield '16 bits' => [static fn (Imagick $i) => $i->setImageFormat('png48'), false];
        yield 'see-through' => [static fn (Imagick $i) => $i->setImageFormat('png32'), false];
        yield 'interlaced' => [static fn (Imagick $i) => $i->setInterlaceScheme(Imagick::INTERLACE_PNG), false];
    }

    /** @param \Closure(Imagick): mixed $write */
    #[DataProvider('writers')]
    public function testItComesOutToTheByteOrIsLeftAlone(\Closure $write, bool $packed): void
    {
        $png = self::png($write);
        $small = PackedPng::pack($png);
        self::assertSame($packed, $small !== null);
        if ($small !== null) {
            self::assertSame($png, PackedPng::unpack($small));
            self::assertLessThan(0.95 * strlen($png), strlen($small));
        }
    }

    public function testWhatIsNoPngOrDamagedIsLeftAlone(): void
    {
        $png = self::png(static fn (Imagick $i) => null);
        foreach (['', 'no picture', substr($png, 0, 5000), substr_replace($png, 'x', 3000, 1)] as $bytes) {
            self::assertNull(PackedPng::pack($bytes));
        }
    }

    public function testAnIdleWorkerPacksWhatHasSettledAndEverythingGoesOn(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property');
        $png = self::png(static fn (Imagick $i) => null);
        $sha256 = PictureStore::keep($png, 'png');
        $picture = Picture::query()->create(['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'card_id' => $card->id, 'moment' => 'property', 'source' => 'upload', 'sha256' => $sha256, 'extension' => 'png', 'device' => 'scanner']);
        $path = PictureStore::path($sha256, 'png');
        (new PackPicture)->handle();
        self::assertFileExists($path, 'One that is young is left as it is.');
        touch($path, time() - 7200);
        (new PackPicture)->handle();
        self::assertFileDoesNotExist($path);
        self::assertTrue($picture->isHere());
        self::assertLessThan(strlen($png), PictureStore::bytes($sha256, 'png'));
        // Sent again it is the same; looked at it comes out again; broken off in between it is packed to its end.
        self::assertSame($sha256, PictureStore::keep($png, 'png'));
        $this->actingAs($this->wren)->get("/api/pictures/$picture->uuid/preview.webp")->assertOk()->assertHeader('Content-Type', 'image/webp');
        self::assertSame($sha256, hash_file('sha256', $picture->path()));
        touch($path, time() - 7200);
        (new PackPicture)->handle();
        self::assertFileDoesNotExist($path);
        PictureStore::forget($sha256, 'png');
        self::assertFalse($picture->isHere());
    }

    /** @param \Closure(Imagick): mixed $write */
    private static function png(\Closure $write): string
    {
        $image = new Imagick;
        $image->newPseudoImage(400, 300, 'plasma:tomato-steelblue');
        $image->blurImage(0, 2);
        $image->setImageDepth(8);
        $image->setImageFormat('png24');
        $image->setOption('png:compression-level', '3');
        $write($image);

        return $image->getImageBlob();
    }
}

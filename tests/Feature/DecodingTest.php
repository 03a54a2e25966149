<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Imaging\CodecLibrary;
use App\Imaging\PhotoWriter;
use App\Imaging\PictureDecoder;
use App\Imaging\PictureStore;
use App\Imaging\UnreadablePicture;
use Imagick;
use ImagickPixel;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\Shot;
use Tests\Support\Icc;

/** Picture files as they come: depths, profiles, transparency, and what must not leave the house. */
final class DecodingTest extends FeatureTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = storage_path('decoding-'.bin2hex(random_bytes(4)));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("$this->folder/*") ?: []);
        rmdir($this->folder);
        parent::tearDown();
    }

    private function write(string $name, Imagick $image): string
    {
        $image->writeImage("$this->folder/$name");

        return "$this->folder/$name";
    }

    private static function plain(string $colour, int $width = 12, int $height = 8): Imagick
    {
        $image = new Imagick;
        $image->newImage($width, $height, new ImagickPixel($colour));

        return $image;
    }

    public function testEightBitPngAndJpeg(): void
    {
        $png = PictureDecoder::decode($this->write('a.png', self::plain('rgb(200, 100, 50)')));
        self::assertSame([12, 8, 1, false], [$png->pixels->width, $png->pixels->height, $png->pixels->bytesPerSample, $png->isLossy]);
        self::assertSame([200, 100, 50], array_values((array) unpack('C3', $png->pixels->data)));
        $jpeg = PictureDecoder::decode($this->write('a.jpg', self::plain('rgb(200, 100, 50)')));
        self::assertTrue($jpeg->isLossy);
        self::assertEqualsWithDelta([200, 100, 50], array_values((array) unpack('C3', $jpeg->pixels->data)), 4);
    }

    /** Reference: the imaging library's own decoding of the same file. */
    public function testPlainFilesAreReadFasterToTheSameSamples(): void
    {
        $image = new Imagick;
        $image->newPseudoImage(151, 83, 'plasma:red-blue');
        $plain = ['plain.png' => [], 'quarter.jpg' => ['jpeg:sampling-factor' => '2x2'], 'half.jpg' => ['jpeg:sampling-factor' => '2x1'], 'full.jpg' => ['jpeg:sampling-factor' => '1x1'], 'slow.jpg' => ['interlace' => true]];
        $other = ['gamma.png' => ['gamma' => 0.6], 'woven.png' => ['interlace' => true], 'deep.png' => ['depth' => 16], 'grey.jpg' => ['grey' => true]];
        foreach ($plain + $other as $name => $how) {
            $kind = clone $image;
            isset($how['interlace']) && $kind->setInterlaceScheme(Imagick::INTERLACE_PLANE);
            isset($how['gamma']) && $kind->setImageGamma($how['gamma']);
            isset($how['grey']) && $kind->setImageType(Imagick::IMGTYPE_GRAYSCALE);
            $kind->setImageDepth($how['depth'] ?? 8);
            $kind->setOption('jpeg:sampling-factor', $how['jpeg:sampling-factor'] ?? '1x1');
            $kind->setOption('png:color-type', '2');
            $path = $this->write($name, $kind);
            $own = new Imagick($path);
            $bytes = $own->getImageDepth() > 8 ? 2 : 1;
            $own->setOption('endian', 'LSB');
            $own->setImageFormat('rgb');
            self::assertSame(md5($own->getImageBlob()), md5(PictureDecoder::decode($path)->pixels->data), $name);
            $fast = str_ends_with($name, 'png') ? CodecLibrary::png($path) : CodecLibrary::jpeg($path);
            self::assertSame(isset($plain[$name]) ? 151 * 83 * 3 : null, $fast === null ? null : strlen($fast), $name);
            self::assertSame($bytes, $name === 'deep.png' ? 2 : 1);
            // What ends early is not filled up.
            file_put_contents($path, substr((string) file_get_contents($path), 0, (int) (0.6 * filesize($path))));
            self::assertNull(str_ends_with($name, 'png') ? CodecLibrary::png($path) : CodecLibrary::jpeg($path), "$name, cut");
        }
    }

    /** The image library would end a worker that has lived that long, in the middle of the next picture. */
    public function testDecodingSetsNoTimeAfterWhichTheProcessDies(): void
    {
        PictureDecoder::decode($this->write('plain.png', self::plain('#808080')));
        self::assertGreaterThan(86400.0, Imagick::getResourceLimit(Imagick::RESOURCETYPE_TIME));
    }

    public function testSixteenBitPngKeepsItsSamplesInOrder(): void
    {
        $image = self::plain('black');
        $image->setImageDepth(16);
        $iterator = $image->getPixelIterator();
        foreach ($iterator as $pixels) {
            foreach ($pixels as $pixel) {
                $pixel->setColorValue(Imagick::COLOR_RED, 0x1234 / 65535);
                $pixel->setColorValue(Imagick::COLOR_GREEN, 0xABCD / 65535);
                $pixel->setColorValue(Imagick::COLOR_BLUE, 0x00FF / 65535);
            }
            $iterator->syncIterator();
        }
        $picture = PictureDecoder::decode($this->write('deep.png', $image))->pixels;
        self::assertSame(2, $picture->bytesPerSample);
        self::assertSame([0x1234, 0xABCD, 0x00FF], array_values((array) unpack('v3', $picture->data)));
        self::assertSame(12 * 8 * 6, strlen($picture->data));
    }

    public function testGreyAndTransparentPictures(): void
    {
        $grey = self::plain('rgb(90, 90, 90)');
        $grey->setImageType(Imagick::IMGTYPE_GRAYSCALE);
        self::assertSame([90, 90, 90], array_values((array) unpack('C3', PictureDecoder::decode($this->write('grey.png', $grey))->pixels->data)));
        // What is see-through lies on white, as on a sheet.
        $clear = self::plain('rgba(0, 0, 0, 0)');
        self::assertSame([255, 255, 255], array_values((array) unpack('C3', PictureDecoder::decode($this->write('clear.png', $clear))->pixels->data)));
    }

    public function testTheEmbeddedProfileIsNamedOrItsAbsenceIsSaid(): void
    {
        $image = self::plain('rgb(0, 255, 0)');
        self::assertSame('sRGB (assumed)', PictureDecoder::decode($this->write('none.png', $image))->pixels->profileName);
        $image->setImageProfile('icc', Icc::matrix('Scanner of the reading room', Icc::WIDE, Icc::gamma(1.8)));
        $with = PictureDecoder::decode($this->write('with.png', $image))->pixels;
        self::assertSame('Scanner of the reading room', $with->profileName);
        self::assertNull($with->profileRemark);
        // The bytes are left as they are: the core does the conversion, without clipping.
        self::assertSame([0, 255, 0], array_values((array) unpack('C3', $with->data)));
        $odd = substr_replace(Icc::matrix('odd', Icc::WIDE, Icc::gamma(1.8)), 'xTRC', 128 + 4 + 12 * 2, 4);
        $image->setImageProfile('icc', $odd);
        $without = PictureDecoder::decode($this->write('odd.png', $image))->pixels;
        self::assertSame('sRGB (assumed)', $without->profileName);
        self::assertStringContainsString('kind that is not read', (string) $without->profileRemark);
    }

    public function testPrintColoursAreRefused(): void
    {
        $image = self::plain('rgb(200, 100, 50)');
        $image->transformImageColorspace(Imagick::COLORSPACE_CMYK);
        $this->expectException(UnreadablePicture::class);
        $this->expectExceptionMessage('CMYK');
        PictureDecoder::decode($this->write('print.jpg', $image));
    }

    public function testAFileIsKnownByItsBytesNotItsName(): void
    {
        $jpeg = $this->write('real.jpg', self::plain('red'));
        rename($jpeg, "$this->folder/called.png");
        self::assertSame('jpg', PictureDecoder::inspect("$this->folder/called.png")['extension']);
        file_put_contents("$this->folder/animated.png", "GIF89a\1\0\1\0");
        $this->expectException(UnreadablePicture::class);
        PictureDecoder::inspect("$this->folder/animated.png");
    }

    public function testACopyForLookingCarriesNoPlace(): void
    {
        $exif = "Exif\0\0MM\0*\0\0\0\x08\0\1\x88\x25\0\4\0\0\0\1\0\0\0\x1a\0\0\0\0\0\1\0\1\0\2\0\0\0\2N\0\0\0\0\0\0\0";
        $image = self::plain('red', 300, 200);
        $image->setImageProfile('exif', $exif);
        $image->setImageProperty('comment', 'loft over the sail store');
        $path = $this->write('place.jpg', $image);
        self::assertStringContainsString('Exif', (string) file_get_contents($path));
        $sha256 = PictureStore::keep((string) file_get_contents($path), 'jpg');
        $copy = (string) file_get_contents(PictureStore::preview($sha256, 'jpg', 150));
        self::assertStringNotContainsString('Exif', $copy);
        self::assertStringNotContainsString('sail store', $copy);
        $size = getimagesizefromstring($copy);
        self::assertSame([150, 100], [$size[0] ?? 0, $size[1] ?? 0]);
    }

    public function testAStoredFileIsNamedByItsContentAndKeptOnce(): void
    {
        $bytes = random_bytes(64);
        $one = PictureStore::keep($bytes, 'png');
        $time = filemtime(PictureStore::path($one, 'png'));
        self::assertSame(hash('sha256', $bytes), $one);
        self::assertSame($one, PictureStore::keep($bytes, 'png'));
        self::assertSame($time, filemtime(PictureStore::path($one, 'png')));
        self::assertSame([], glob(PictureStore::path($one, 'png').'.*'));
    }

    public function testAPhotographTellsItsLens(): void
    {
        $shot = new Shot(480, 360, focal: 0.74);
        $scan = new Scan(str_repeat("\xe0\xe0\xdc", 480 * 360), 480, 360, 100.0, []);
        foreach ([[true, 0.74], [false, null]] as [$tells, $focal]) {
            file_put_contents($path = $this->folder.'/lens.jpg', PhotoWriter::encode($scan, $shot, $tells));
            $picture = PictureDecoder::decode($path);
            self::assertSame($tells, $picture->isPhotograph);
            // Whole millimetres of film.
            $focal === null ? self::assertNull($picture->focal) : self::assertEqualsWithDelta($focal, $picture->focal, 0.015);
        }
        // Another reader finds the same numbers.
        file_put_contents($path, PhotoWriter::encode($scan, $shot));
        $read = (array) exif_read_data($path);
        self::assertSame(['1/100', 26], [$read['ExposureTime'] ?? null, $read['FocalLengthIn35mmFilm'] ?? null]);
    }

    public function testTiffAndWebpKeepWhatTheyHold(): void
    {
        $deep = self::plain('black');
        $deep->setImageDepth(16);
        $deep->evaluateImage(Imagick::EVALUATE_SET, 30123, Imagick::CHANNEL_GREEN);
        $tiff = PictureDecoder::decode($this->write('deep.tif', $deep));
        self::assertSame([2, false, false], [$tiff->pixels->bytesPerSample, $tiff->isLossy, $tiff->isPhotograph]);
        self::assertSame([0, 30123, 0], array_values((array) unpack('v3', $tiff->pixels->data)));
        $webp = self::plain('rgb(200, 100, 50)');
        $webp->setOption('webp:lossless', 'true');
        $kept = PictureDecoder::decode($this->write('kept.webp', $webp));
        self::assertFalse($kept->isLossy);
        self::assertSame([200, 100, 50], array_values((array) unpack('C3', $kept->pixels->data)));
        $lossy = self::plain('rgb(200, 100, 50)');
        $lossy->setImageCompressionQuality(80);
        self::assertTrue(PictureDecoder::decode($this->write('lossy.webp', $lossy))->isLossy);
    }

    public function testAPictureIsTurnedAsTheCameraSays(): void
    {
        foreach (['tif', 'jpg'] as $kind) {
            $image = self::plain('white', 40, 20);
            $draw = new \ImagickDraw;
            $draw->setFillColor('black');
            $draw->rectangle(0, 0, 9, 9);
            $image->drawImage($draw);
            // The camera was held upright: the upper left corner of the file belongs at the upper right.
            $image->setImageOrientation(Imagick::ORIENTATION_RIGHTTOP);
            $path = $this->write("turned.$kind", $image);
            if ($kind === 'jpg') {
                // The library writes no such note into a JPEG without one: put a small one in after the start.
                $bytes = (string) file_get_contents($path);
                $exif = "Exif\0\0MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0";
                file_put_contents($path, substr($bytes, 0, 2)."\xff\xe1".pack('n', strlen($exif) + 2).$exif.substr($bytes, 2));
            }
            self::assertSame([20, 40], [PictureDecoder::inspect($path)['width'], PictureDecoder::inspect($path)['height']], $kind);
            $pixels = PictureDecoder::decode($path)->pixels;
            self::assertSame([20, 40], [$pixels->width, $pixels->height], $kind);
            self::assertLessThan(0.1, $pixels->green(15, 4), $kind);
            self::assertGreaterThan(0.8, $pixels->green(4, 4), $kind);
        }
    }
}

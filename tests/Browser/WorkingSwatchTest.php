<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Imaging\PhotoWriter;
use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\SwatchStandIn;

/** A stranger's first ten minutes: from nothing recorded to a measured paint by the telephone's page, in few taps. */
final class WorkingSwatchTest extends BrowserTestCase
{
    private RemoteWebDriver $phone;

    private int $done = 0;

    protected function setUp(): void
    {
        $site = Site::empty();
        $this->browser = $site->browser;
        $this->address = $site->address;
    }

    /** A photograph of a swatch through the frame, as a telephone writes it. */
    private static function photograph(string $code, int $seed): string
    {
        $shot = new Shot(2400, 1800, tiltDeg: 9, towardsDeg: 40, rollDeg: 3, kelvin: 5600, noise: 1.0, jpegQuality: 92);
        $file = sys_get_temp_dir()."/swatch-$seed.jpg";
        file_put_contents($file, PhotoWriter::encode(CameraStandIn::shoot(SwatchStandIn::of([$code], $seed, ['patch'])->layout, $seed, $shot), $shot));

        return $file;
    }

    private function tap(string $name): void
    {
        $this->done++;
        $this->click('//*[self::button or self::a][contains(normalize-space(.), "'.$name.'")]');
    }

    private function type(string $field, string $words): void
    {
        $this->done++;
        $this->waitFor("//input[@name='$field']")->sendKeys($words);
    }

    /** Something on the telephone, once it is there. */
    private function there(string $xpath, int $seconds = 30): RemoteWebElement
    {
        $desk = $this->browser;
        $this->browser = $this->phone;
        try {
            return $this->waitFor($xpath, $seconds);
        } finally {
            $this->browser = $desk;
        }
    }

    private function tapThere(string $name): void
    {
        $this->done++;
        $this->there($this->button($name))->click();
    }

    /** The telephone's camera is its file picker; here a file is what it took. */
    private function takeThere(string $file): void
    {
        $this->done++;
        $this->there($this->button('Take a photograph'));
        $field = $this->phone->findElement(WebDriverBy::cssSelector('input[capture]'));
        $field->setFileDetector(new LocalFileDetector);
        $field->sendKeys($file);
    }

    public function testFromNothingToAMeasuredPaintByTelephone(): void
    {
        $this->phone = Site::empty()->newBrowser(true);
        $this->browser->get($this->address);
        $this->see('Nothing is recorded here yet');
        self::assertCount(3, $this->browser->findElements(WebDriverBy::cssSelector('main ol > li')), 'three ways to begin');
        $this->tap('Photograph one dry swatch');
        $this->type('name', 'Maren Saltgrass');
        $this->type('email', 'maren@saltings.example');
        $this->type('password', 'withies in the tide');
        $this->tap('Go on');
        $link = $this->waitFor('//section[@aria-label="Your telephone"]//a[contains(@href, "/phone#")]')->getAttribute('href');
        $this->waitFor('//*[@role="img" and contains(@aria-label, "Square code")]');
        // The telephone's camera on the square code.
        $this->done++;
        $this->phone->get((string) $link);
        $this->takeThere(self::photograph('PV3', 41));
        $this->there('//*[@role="status" and contains(., "The marks are seen")]');
        $this->done++;
        $this->there('//label[contains(., "Which paint?")]/input')->sendKeys('Sea Aster');
        $this->tapThere('Send');
        $this->there('//li[contains(., "Sea Aster") and contains(., "measured")]', 60);
        $this->see('Keep as a paint', 20);
        $this->tap('Keep as a paint');
        $this->waitFor('//main//a[.="Sea Aster"]');
        self::assertLessThanOrEqual(12, $this->done, 'taps and fields to a first measured paint');

        // The second without leaving the telephone.
        $this->done = 0;
        $this->takeThere(self::photograph('PY65', 42));
        $this->done++;
        $this->there('//label[contains(., "Which paint?")]/input')->sendKeys('Kingcup');
        $this->tapThere('Send');
        $this->there('//li[contains(., "Kingcup") and contains(., "measured")]', 60);
        $this->tap('Keep as a paint');
        $this->waitFor('//main//a[.="Kingcup"]');
        self::assertLessThanOrEqual(4, $this->done, 'taps and fields to a second one');

        // What is no photograph of a frame is said before it is sent.
        $wrong = sys_get_temp_dir().'/no-frame.png';
        $image = imagecreatetruecolor(800, 600) ?: self::fail();
        imagefill($image, 0, 0, 0xEEEAE0);
        imagepng($image, $wrong);
        $this->takeThere($wrong);
        $this->there('//*[@role="status" and contains(., "No pocket frame was recognised")]');
        // The link opened once; what another telephone finds is a sentence.
        $other = Site::empty()->newBrowser(true);
        $this->phone = $other;
        $other->get((string) $link);
        $this->there('//*[@role="alert" and contains(., "opened already")]');
        // A paint known so says so.
        $this->click('//main//a[.="Kingcup"]');
        $this->see('Known from swatches only');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Spreadsheet;

/** Habits that hold on every page: nothing typed is lost, views print, the surround turns, and wrong addresses lead back. */
final class WorkingHabitsTest extends BrowserTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('tamsin');
        $this->browser->executeScript('localStorage.clear()');
    }

    public function testALostConnectionKeepsWhatWasTyped(): void
    {
        $this->go('/paints');
        $this->waitFor('//form[@aria-label="Record a paint"]//input')->click();
        $tools = new ChromeDevToolsDriver($this->browser);
        $offline = static fn (bool $is) => $tools->execute('Network.emulateNetworkConditions', ['offline' => $is, 'latency' => 0, 'downloadThroughput' => -1, 'uploadThroughput' => -1]);
        $tools->execute('Network.enable');
        $maker = $this->waitFor('//label[contains(., "Maker")]/input');
        $maker->clear();
        $maker->sendKeys('Heron & Sluice');
        $this->waitFor('//label[contains(., "Colour name")]/input')->sendKeys('Ebb Grey');
        $offline(true);
        $this->keys(WebDriverKeys::ENTER);
        $this->waitFor('//*[@role="alert" and contains(., "cannot be reached")]');
        self::assertSame('Ebb Grey', $this->waitFor('//label[contains(., "Colour name")]/input')->getAttribute('value'));
        $offline(false);
        $this->keys(WebDriverKeys::ENTER);
        $this->see('Recorded Ebb Grey.');
    }

    public function testTwoPeopleChangingOnePaintDoNotOverwriteEachOther(): void
    {
        $this->go('/paints?q=beacon');
        $this->click('//a[.="Beacon Red"]');
        $this->click($this->button('Change'));
        $uuid = basename((string) parse_url($this->browser->getCurrentURL(), PHP_URL_PATH));
        // Meanwhile somebody else changes the range.
        $status = $this->browser->executeAsyncScript('const done = arguments[1]; const token = decodeURIComponent(document.cookie.split("XSRF-TOKEN=")[1].split(";")[0]); fetch(`/api/paints/${arguments[0]}`, {method: "PUT", headers: {"Content-Type": "application/json", "If-Match": "1", "X-XSRF-TOKEN": token}, body: JSON.stringify({makerName: "Withy Colours", range: "Field notes", colourName: "Beacon Red", pigments: "PR254"})}).then((r) => done(r.status));', [$uuid]);
        self::assertSame(200, $status);
        $field = $this->waitFor('//input[@name="colourName"]');
        $field->clear();
        $field->sendKeys('Lost edit');
        $this->click($this->button('Save'));
        $this->waitFor('//*[@role="alert" and contains(., "Somebody changed this since you opened it")]');
        self::assertSame('Lost edit', $this->waitFor('//input[@name="colourName"]')->getAttribute('value'));
        $this->go("/paints/$uuid");
        $this->see('Field notes');
        $this->waitFor('//h1[.="Beacon Red"]');
    }

    public function testARecordPrintsWithoutTheFurniture(): void
    {
        $this->go('/ledger');
        $this->click('//a[contains(., "Reds and blues")]');
        $this->waitFor('//article//canvas');
        $tools = new ChromeDevToolsDriver($this->browser);
        $tools->execute('Emulation.setEmulatedMedia', ['media' => 'print']);
        self::assertFalse($this->browser->findElement(WebDriverBy::tagName('header'))->isDisplayed());
        self::assertFalse($this->browser->findElement(WebDriverBy::xpath('//button[.="Print"]'))->isDisplayed());
        self::assertTrue($this->browser->findElement(WebDriverBy::cssSelector('article canvas'))->isDisplayed());
        self::assertSame('rgb(255, 255, 255)', $this->browser->executeScript('return getComputedStyle(document.body).backgroundColor'));
        $tools->execute('Emulation.setEmulatedMedia', ['media' => '']);
    }

    /** The strip's pixels are what was measured: the paper's own colour at its palest end, darker at full strength, the line across. */
    public function testAStripIsDrawnFromMeasurements(): void
    {
        $this->go('/pigments/PB28');
        $this->waitFor('//main//canvas');
        usleep(500_000);
        $pixel = fn (float $x, float $y): array => $this->browser->executeScript('const c = document.querySelector("main canvas"); return ((d) => [0, 1, 2].map((k) => d.reduce((s, v, i) => s + (i % 4 === k ? v : 0), 0) / (d.length / 4)))([...c.getContext("2d").getImageData(Math.round(c.width * arguments[0]), Math.round(c.height * (arguments[1] - 0.06)), 1, Math.round(c.height * 0.12)).data])', [$x, $y]);
        $strip = $this->browser->executeAsyncScript('const done = arguments[0]; fetch("/api/pigments/PB28").then((r) => r.json()).then((j) => done(j.paints[0].strip.ladder))');
        $near = static function (string $hex, array $rgb, int $within): void {
            foreach ([1, 3, 5] as $i => $at) {
                self::assertEqualsWithDelta(hexdec(substr($hex, $at, 2)), $rgb[$i], $within);
            }
        };
        // The grain lies over the stroke: a small patch of it has the colour that was measured.
        $near($strip['steps'][0]['onPaper'], $pixel(0.001, 0.1), 8);
        $near($strip['steps'][9]['onPaper'], $pixel(0.565, 0.1), 8);
        $near($strip['steps'][0]['onBlack'], $pixel(0.001, 0.5), 3);
        $near($strip['lifted'], $pixel(0.635, 0.9), 2);
        $near($strip['unlifted'], $pixel(0.635, 0.1), 2);
        // Grain is drawn: the wash scatters about its mean.
        $scatter = $this->browser->executeScript('const c = document.querySelector("main canvas"); const d = c.getContext("2d").getImageData(c.width * 0.71, 0, c.width * 0.07, c.height).data; let n = 0, s = 0, q = 0; for (let i = 0; i < d.length; i += 4) { n++; s += d[i]; q += d[i] * d[i]; } return Math.sqrt(q / n - (s / n) ** 2)');
        self::assertGreaterThan(3, $scatter);
    }

    public function testTheSurroundTurnsAndIsRemembered(): void
    {
        $this->go('/pigments/PR254');
        $surround = fn () => $this->browser->executeScript('return getComputedStyle(document.body).backgroundColor');
        $seen = [];
        for ($i = 0; $i < 3; $i++) {
            $seen[] = $colour = (string) $surround();
            // Achromatic, whichever it is: the three channels are equal.
            self::assertMatchesRegularExpression('/^rgb\((\d+), \1, \1\)$/', $colour);
            $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys('s');
        }
        self::assertCount(3, array_unique($seen));
        self::assertSame($seen[0], $surround());
        $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys('s');
        $this->browser->navigate()->refresh();
        $this->waitFor('//h1[.="PR254"]');
        self::assertSame($seen[1], $surround());
        $this->browser->executeScript('localStorage.removeItem("surround")');
    }

    public function testPlacesAreReachedFromTheKeyboard(): void
    {
        $this->go('/ledger');
        foreach (['t' => 'Today', 'p' => 'Paints', 'c' => 'Pigments', 'b' => 'Bench', 'k' => 'Cards', 'f' => 'Fade rack', 'l' => 'Ledger'] as $key => $place) {
            $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys("g$key");
            $this->waitFor('//h1[contains(., "'.$place.'")]');
        }
        $this->go('/pigments/PV3');
        // A rating is opened and closed again without a mouse.
        $rating = $this->waitFor('//button[contains(., "lightfastness of Vetch Violet")]');
        $this->browser->executeScript('arguments[0].focus()', [$rating]);
        $this->keys(WebDriverKeys::ENTER);
        $this->see('No class within the measured 95 % range fits');
        $this->keys(WebDriverKeys::ENTER);
        self::assertSame('false', $rating->getAttribute('aria-expanded'));
    }

    public function testWrongAddressesLeadBack(): void
    {
        $this->browser->get("$this->address/tides");
        $this->see('There is no such page');
        $this->browser->get("$this->address/cards/00000000-0000-4000-8000-000000000000");
        $this->see('There is nothing here that you may see');
        $this->go('/pigments/pb%2015.3');
        $this->see('PB15:3');
        $this->go('/pigments/PR999');
        $this->see('not in the catalogue');
        $this->see('No paint with PR999 is recorded yet');
        $this->go('/pigments/NR9');
        $this->see('Not a Colour Index pigment');
    }

    /** At the bench, with wet hands and a tablet: everything that is tapped is at least 44 px high or wide enough to be hit. */
    public function testTheBenchHasLargeTargetsOnATablet(): void
    {
        $tools = new ChromeDevToolsDriver($this->browser);
        $tools->execute('Emulation.setDeviceMetricsOverride', ['width' => 820, 'height' => 1180, 'deviceScaleFactor' => 1, 'mobile' => false]);
        $this->go('/bench');
        $this->click('//a[.="Greens and greys for the archive"]');
        $this->waitFor('//section[@aria-label="Next action"]');
        $this->waitFor('//*[@data-current]');
        $small = fn () => $this->browser->executeScript('return [...document.querySelectorAll("section[aria-label=\'Next action\'] :is(button, select, summary, input:not(.sr-only)), section[aria-label=Timers] > :is(div, details) > :is(button, summary), [aria-label=\'Cards of this session\'] button")].filter((e) => e.checkVisibility()).map((e) => [e.textContent.slice(0, 30), e.getBoundingClientRect().width, e.getBoundingClientRect().height]).filter(([, w, h]) => w < 43.5 || h < 43.5)');
        self::assertSame([], $small());
        // The card and the next action are on the first screen together.
        self::assertLessThan(1180, $this->waitFor('//section[@aria-label="Next action"]//button[contains(., "Done")]')->getLocation()->getY());
        $this->keys('x');
        self::assertSame([], $small());
        $this->keys(WebDriverKeys::ESCAPE);
        $this->browser->executeScript('document.querySelectorAll("details").forEach((d) => { d.open = true; })');
        self::assertSame([], $small());
        $tools->execute('Emulation.clearDeviceMetricsOverride');
    }

    public function testASpreadsheetIsBroughtInLookedAtAndTakenBack(): void
    {
        $this->go('/import');
        $file = Site::running()->folder.'/shelf.csv';
        Spreadsheet::write($file, 60);
        $this->browser->findElement(WebDriverBy::xpath('//input[@aria-label="CSV file"]'))->setFileDetector(new LocalFileDetector)->sendKeys($file);
        $this->waitFor('//h1[.="shelf.csv"]');
        $this->see('60 rows: 54 new (54 of them new paints), 0 change their pan, 0 there already, 6 wrong.', 30);
        $this->see('Kept with the pan as they are, and exported again: Shelf mark');
        self::assertCount(6, $this->browser->findElements(WebDriverBy::xpath('//ul[@aria-label="Wrong rows"]/li')));
        $this->see('looks like a pigment code and is none');
        $this->click($this->button('Import 54 rows, leave 6 out'));
        $this->see('Imported: 54 new, 0 changed.', 30);
        $this->go('/paints');
        // Two key strokes find it: the beginning of its name, or the number of its code.
        $search = $this->waitFor('//input[@type="search" and contains(@placeholder, "two letters")]');
        $search->sendKeys('sl');
        $this->see('Slack Water 9');
        $this->go('/import');
        $this->click('//a[.="shelf.csv"]');
        $this->click($this->button('Take it all back'));
        $this->waitFor('//h1[.="Bring a spreadsheet"]');
        $this->go('/paints?q=slack%20water');
        $this->see('No paint matches');
    }

    public function testAPanIsCarriedToItsSlotWithTheKeys(): void
    {
        $this->go('/palettes');
        $from = $this->waitFor('//section[@aria-label="Green tin"]//button[@data-slot="1"]');
        $this->browser->executeScript('arguments[0].focus()', [$from]);
        $this->keys(WebDriverKeys::ENTER);
        $this->see('Beacon Red is in your hand');
        $this->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT);
        $this->keys(WebDriverKeys::ENTER);
        $this->waitFor('//section[@aria-label="Green tin"]//button[@data-slot="4" and contains(., "Beacon Red")]');
        // Onto a pan that lies there: they change places.
        $this->keys(WebDriverKeys::ENTER);
        $this->keys(WebDriverKeys::ARROW_LEFT);
        $this->keys(WebDriverKeys::ENTER);
        $this->waitFor('//section[@aria-label="Green tin"]//button[@data-slot="3" and contains(., "Beacon Red")]');
        $this->waitFor('//section[@aria-label="Green tin"]//button[@data-slot="4" and contains(., "Samphire Scarlet")]');
        $this->go('/paints?q=br');
        $this->see('Green tin, slot 3');
    }
}

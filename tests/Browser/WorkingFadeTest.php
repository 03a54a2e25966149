<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Sabre\VObject\Reader;

/** The window by hand: all checks on one axis of light, paints ageing together, loggers and days taken down, checks in a calendar. */
final class WorkingFadeTest extends BrowserTestCase
{
    public function testTheRackIsWalkedByKeys(): void
    {
        $this->signIn('tamsin');
        $this->go('/fade');
        // Both windows stand on one axis, every check at its dose.
        $this->waitFor('//section[contains(@aria-label, "East loft")]');
        $this->waitFor('//section[contains(@aria-label, "Lighthouse")]');
        $beads = $this->browser->findElements(WebDriverBy::cssSelector('section[aria-label^="East loft"] button[data-bead]'));
        self::assertCount(18, $beads);
        [$first, $last] = [$beads[0]->getLocation()->getX(), $beads[2]->getLocation()->getX()];
        self::assertGreaterThan($first + 40, $last);
        $this->browser->executeScript('arguments[0].focus()', [$beads[0]]);
        $this->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ENTER);
        $large = $this->waitFor('//section[@aria-label="One check, large"]')->getText();
        self::assertStringContainsString('Vetch Violet', $large);
        self::assertStringContainsString('6.2 Mlx h', $large);
        $this->click($this->button('Checks in my calendar'));
        $path = (string) $this->waitFor('//a[contains(@href, ".ics")]')->getAttribute('href');
        $calendar = (string) $this->browser->executeAsyncScript('const done = arguments[1]; fetch(arguments[0]).then((r) => r.text()).then(done);', [$path]);
        self::assertSame([], Reader::read($calendar)->validate());
        self::assertStringContainsString('East loft window', $calendar);
    }

    public function testPaintsAgeTogetherByKeys(): void
    {
        $this->go('/fade');
        $this->click('//h2/a[contains(., "East loft")]');
        $this->waitFor('//section[@aria-label="What the light did"]');
        $dial = $this->waitFor('//*[@data-light-dial]//*[@role="slider"]');
        $says = fn (): string => $this->waitFor('//*[@data-light-dial]//output')->getText();
        $violet = fn (): string => (string) $this->browser->executeScript('return [...document.querySelectorAll(\'section[aria-label="What the light did"] figure\')].slice(0, 3).map((f) => f.children[1].className + f.children[1].getAttribute("style") + f.children[1].innerHTML).join()');
        self::assertStringContainsString('6.2 Mlx h', $says());
        $full = $violet();
        // To the check before, and between the two.
        $dial->sendKeys(WebDriverKeys::ARROW_LEFT);
        self::assertStringNotContainsString('6.2 Mlx h', $says());
        self::assertStringNotContainsString('between', $says());
        self::assertNotSame($full, $violet());
        $dial->sendKeys(WebDriverKeys::SHIFT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::NULL);
        self::assertStringContainsString('between checks', $says());
        $dial->sendKeys(WebDriverKeys::ARROW_RIGHT);
        $dial->sendKeys(WebDriverKeys::SHIFT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::NULL);
        self::assertStringContainsString('beyond the last check', $says());
        // Beyond the evidence it is expected or hatched, never shown as seen.
        $dial->sendKeys(WebDriverKeys::END);
        self::assertStringContainsString('hatched', $violet());
        $dial->sendKeys(WebDriverKeys::HOME);
        self::assertStringContainsString('not hung yet', $says());
        self::assertStringNotContainsString('hatched', $violet());
    }

    public function testALoggersFileAndDaysTakenDown(): void
    {
        $now = fn (): float => (float) $this->browser->executeScript('return parseFloat(document.querySelector(\'section[aria-label="Light behind the window"] p .num\').textContent)');
        $this->waitFor('//section[@aria-label="Light behind the window"]//*[name()="svg"]');
        $before = $now();
        $this->click('//summary[contains(., "Taken down for a while")]');
        foreach (['fromOn' => '07012026', 'toOn' => '07312026'] as $name => $day) {
            $this->waitFor("//form[@aria-label='Taken down for a while']//input[@name='$name']")->sendKeys($day);
        }
        $this->click('//form[@aria-label="Taken down for a while"]//button');
        $this->see('1 Jul 2026 to 31 Jul 2026');
        self::assertLessThan($before, $now());
        $this->click('//li[contains(., "1 Jul 2026")]//button');
        $this->see('It has hung all the time');
        $file = (string) tempnam(sys_get_temp_dir(), 'light');
        file_put_contents($file, "\x89PNG\r\n\x1A\n\0\0picture");
        $input = $this->waitFor('//form[@aria-label="A light logger’s file"]//input[@type="file"]');
        $input->setFileDetector(new LocalFileDetector)->sendKeys($file);
        $this->click('//form[@aria-label="A light logger’s file"]//button');
        $this->see('This is no text file');
        unlink($file);
        // Both halves get a tag that says what it is and that it stays.
        $this->click('//a[.="Tags for both halves"]');
        foreach (['window half' => 'Do not move it', 'dark half' => 'Keep it shut away from light'] as $half => $words) {
            $tag = $this->waitFor("//section[@aria-label='Tag for the $half']")->getText();
            self::assertStringContainsString($words, $tag);
            self::assertStringContainsString('Vetch Violet', $tag);
        }
    }
}

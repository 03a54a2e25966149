<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** A card put together from blocks, measured, and its scans compared. */
final class WorkingBlocksTest extends BrowserTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('tamsin');
    }

    private function block(string $name): string
    {
        return '//ul[@aria-label="Blocks of the card"]//label[.//*[.="'.$name.'"]]';
    }

    public function testACardIsComposedWithinItsRoomAndMeasured(): void
    {
        $this->go('/cards');
        $this->click($this->button('Make a card'));
        $field = $this->waitFor('//input[@name="title"]');
        $field->clear();
        $field->sendKeys('Glazes of a grey morning');
        $this->see('graded stroke, flat wash, lift · room for 6 paints a sheet');
        $this->click('//summary[contains(., "What is on the card")]');
        foreach (['graded stroke', 'flat wash', 'lift', 'stepped ladder', 'glaze lane', 'wet-in-wet square', 'second line'] as $name) {
            $this->click($this->block($name));
        }
        $this->see('room for 2 paints a sheet');
        // The sheet is drawn as it will be printed.
        $this->browser->wait(15, 200)->until(fn () => $this->browser->executeScript('const i = document.querySelector("img[alt*=\"2 rows\"]"); return i !== null && i.complete && i.naturalWidth > 0'));
        $fields = $this->waitFor('//ul[@aria-label="Blocks of the card"]//li[contains(., "glaze lane")]//input[@type="number"]');
        $fields->sendKeys(WebDriverKeys::ARROW_UP);
        $this->see('room for 2 paints a sheet');
        foreach (['Sedge', 'Creek Turquoise'] as $paint) {
            $this->click('//ul[@aria-label="Pans to choose from"]//label[contains(., "'.$paint.'")]');
        }
        // A third does not fit, and cannot be chosen.
        self::assertFalse($this->waitFor('//ul[@aria-label="Pans to choose from"]//label[contains(., "Wrack Red")]//input')->isEnabled());
        $this->choose('//select[@name="quality"]', 'good-paper');
        $this->click($this->button('Make the card'));
        $this->waitFor('//h1[.="Glazes of a grey morning"]');
        $this->click($this->button('Use the scanner stand-in'));
        $this->waitFor('//figure//*[name()="polygon"]', 60);
        // Two rows of paper, six steps, six layers, the square with its middle, and the seven places of the two lines.
        self::assertCount(2 * (1 + 6 + 6 + 2 + 7), $this->browser->findElements(WebDriverBy::cssSelector('figure polygon')));
        $this->click('//button[contains(., "Sedge") and contains(., "glazing deposit")]');
        foreach (['slope of the deposit against the number of layers', 'glaze-lane 1 · good-paper 1', 'r1-glaze-6'] as $words) {
            $this->see($words);
        }
    }

    public function testScansStandUnderOneAnotherAndThePaintsPageLeadsOn(): void
    {
        $this->go('/pigments/PR254');
        $this->click('//a[.="Scans side by side"]');
        $this->waitFor('//h1[.="Side by side"]');
        $this->see('strength 100 %');
        // The demo's pictures may still be on their way.
        $this->browser->wait(240, 300)->until(fn () => $this->browser->executeScript('const all = [...document.querySelectorAll("main img")]; return all.length >= 6 && all.every((i) => i.complete && i.naturalWidth > 0)'));
        // One scale for all: every ladder is drawn as wide as the others.
        self::assertCount(1, array_unique($this->browser->executeScript('return [...document.querySelectorAll("img[alt^=\"stepped ladder\"]")].map((i) => Math.round(i.getBoundingClientRect().width))')));
        $before = $this->waitFor('//button[.="as reference: Samphire Scarlet"]/..')->getText();
        self::assertMatchesRegularExpression('/strength 1\d\d ±\d+ % of Beacon Red; 2\.33 EUR\/ml, so \d\.\d\d EUR for the work of its millilitre/', $before);
        $this->click('//button[.="as reference: Samphire Scarlet"]');
        $this->see('% of Samphire Scarlet');
        self::assertStringContainsString('against=', $this->browser->getCurrentURL());
        $this->click('//button[.="Grain under the loupe"]');
        $this->waitFor('//img[@alt="Wash of Beacon Red under the loupe"]');
        $this->go('/paints');
        $this->click('//a[.="Buoy Red"]');
        $this->waitFor('//h2[.="Test next"]');
        // A row of the one table opens to who tested it.
        $this->click('//tr[.//th[.="staining"]]/td//button');
        foreach (['As it stands', 'Its tests differ in tester (Tamsin Reedholm; Ebba Spindrift)', 'stepped gradation', 'ladder-by-drops 1', 'Not tested:'] as $words) {
            $this->see($words);
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Photographs, targets, instruments and a frame of one's own, in the browser. */
final class WorkingCaptureTest extends BrowserTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('tamsin');
    }

    public function testATargetIsKeptAndACardPhotographedBesideIt(): void
    {
        $this->go('/cards');
        $this->click('//a[contains(., "Colour of pictures")]');
        $this->waitFor('//h1[.="Colour of pictures"]');
        $this->click($this->button('Add the stand-in’s target'));
        $this->see('12 columns by 5 rows');
        $this->click($this->button('Make a profile'));
        $this->waitFor('//*[@role="alert" and contains(., "Give the profile a name")]');
        $this->go('/cards');
        $this->click('//a[contains(., "Ladders and glazes of the reds")]');
        $this->waitFor('//summary[contains(., "Picture") and contains(., "scan")]', 30);
        $this->click($this->button('Use the camera stand-in'));
        $this->waitFor('//summary[contains(., "photograph") and contains(., "colour target of 60 patches")]', 120);
        $this->see('pictures of this card');
        $this->click('//summary[contains(., "photograph")]');
        $this->see('shadow edge');
        // What an instrument says stands beside the picture.
        $this->click($this->button('Use the instrument stand-in'));
        $this->see('from it on the whole', 30);
        $this->click($this->button('Type readings in'));
        $this->waitFor('//label[contains(., "Instrument")]/input')->sendKeys('hand-held');
        $this->waitFor('(//input[@placeholder="L* a* b*"])[1]')->sendKeys('40 2 3');
        $this->click($this->button('Keep these readings'));
        $this->see('too dark or too strong');
    }

    public function testAFrameIsLaidOutWithTheKeyboard(): void
    {
        $this->go('/frames/new');
        $this->waitFor('//h1[.="A frame of your own"]');
        $window = $this->browser->findElements(WebDriverBy::cssSelector('svg rect[role=button]'))[2];
        $this->browser->executeScript('arguments[0].focus()', [$window]);
        $this->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_DOWN);
        self::assertSame('83', $this->waitFor('//input[@aria-label="x of second swatch, mm"]')->getAttribute('value'));
        self::assertSame('30.5', $this->waitFor('//input[@aria-label="y of second swatch, mm"]')->getAttribute('value'));
        $this->click($this->button('Add a window'));
        $this->waitFor('//input[@name="title"]')->sendKeys('Old swatch book, page 3');
        // Taking the bare paper off is refused with a sentence, and nothing is lost.
        $this->click('//input[@aria-label="paper shows bare paper"]');
        $this->click($this->button('Make this frame'));
        $this->waitFor('//*[@role="alert" and contains(., "bare paper")]');
        $this->click('//input[@aria-label="paper shows bare paper"]');
        $this->click($this->button('Make this frame'));
        $this->waitFor('//h1[.="Old swatch book, page 3"]');
        $this->see('frame card');
        $this->click($this->button('Use the camera stand-in'));
        $this->waitFor('//h2[.="Windows"]', 120);
        $this->see('second swatch');
    }
}

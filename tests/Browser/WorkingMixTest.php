<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/** Two paints by hand: the run between them turned by keys, painted mixes in it, all makers with one partner, a recipe, a name. */
final class WorkingMixTest extends BrowserTestCase
{
    private function pick(string $label, string $paint): void
    {
        $this->click("//label[contains(., '$label')]//select");
        $this->waitFor("//label[contains(., '$label')]//select//option[contains(., '$paint')]")->click();
    }

    public function testARunIsTurnedByKeysAndKeptUnderAName(): void
    {
        $this->signIn('tamsin');
        $this->go('/mixes');
        $this->pick('First paint', 'Channel Blue');
        $this->pick('Second paint', 'Furze Yellow');
        $run = $this->waitFor('//section[@aria-label="The run between them"]//*[@role="slider"]');
        $says = fn (): string => (string) $this->waitFor('//section[@aria-label="The run between them"]//*[@role="slider"]')->getAttribute('aria-valuetext');
        self::assertStringContainsString('50 % Furze Yellow, middle', $says());
        $this->see('Expected, not painted');
        $run->sendKeys(WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT);
        self::assertStringContainsString('56 % Furze Yellow', $says());
        $run->sendKeys(WebDriverKeys::ARROW_UP);
        self::assertStringContainsString('tint', $says());
        $run->sendKeys(WebDriverKeys::ARROW_DOWN.'g');
        $grey = $says();
        self::assertStringContainsString('grey', $grey);
        $run->sendKeys('v');
        self::assertNotSame($grey, $says());
        // Laid over each other, one way and the other.
        $run->sendKeys('l');
        $this->see('Channel Blue over Furze Yellow, each middle');
        $run->sendKeys('l');
        // What was painted in counted drops stands beside what was expected.
        $painted = $this->waitFor('//section[@aria-label="Painted"]')->getText();
        self::assertStringContainsString('1 to 1 in counted drops', $painted);
        self::assertStringContainsString('The field itself speaks for', $painted);
        self::assertStringContainsString('Furze Yellow with two blues and a red', $painted);
        // The address holds the view.
        self::assertStringContainsString('share=', $this->browser->getCurrentURL());
        $this->waitFor('//form[@aria-label="Name this mix"]//input')->sendKeys('marsh edge'.WebDriverKeys::ENTER);
        $this->waitFor('//section[@aria-label="Named mixes"]//button[.="marsh edge"]');
        $this->click('//section[@aria-label="Named mixes"]//li[contains(., "marsh edge")]//button[.="Forget it"]');
        $this->browser->wait(10, 200)->until(fn (): bool => ! str_contains($this->text(), 'marsh edge'));
    }

    public function testMakersOfACodeAndDoINeedIt(): void
    {
        $this->click('//summary[contains(., "PB28 of every maker")]');
        $table = $this->waitFor('//table[.//th[.="Clarity"]]')->getText();
        foreach (['Estuary Sky', 'High Tide', 'Channel Blue'] as $paint) {
            self::assertStringContainsString($paint, $table);
        }
        $this->waitFor('//form[@aria-label="What to do without"]//option[contains(., "Estuary Sky")]')->click();
        $this->click('//form[@aria-label="What to do without"]//button');
        $this->waitFor('//section[@aria-label="Do I need it?"]//ol/li');
        self::assertStringContainsString('Channel Blue', $this->waitFor('//section[@aria-label="Do I need it?"]//ol/li[1]')->getText());
        // Three paints, and a mix that has a name.
        $this->waitFor('//form[@aria-label="What to do without"]//option[contains(., "tide mud")]')->click();
        $this->click('//form[@aria-label="What to do without"]//label[contains(., "three paints")]');
        $this->click('//form[@aria-label="What to do without"]//button');
        $this->see('Beacon Red with');
        // How far all at hand reach; a yellow beside two others of its code adds next to nothing.
        $this->click('//summary[contains(., "What my paints reach")]');
        $this->waitFor('//figure//*[name()="rect"]');
        $this->see('patches are lost');
        // From the ladders alone, and back.
        $this->click('//button[.="From the ladders alone"]');
        $this->see('left out of account');
        $this->click('//button[.="With what was painted"]');
        $this->see('taken into account');
        // The first paint alone says what makes a grey with it.
        $this->go('/mixes');
        $this->pick('First paint', 'Channel Blue');
        $this->click('//section[@aria-label="Nearest greys"]//li[1]//button');
        $this->waitFor('//section[@aria-label="The run between them"]');
        // What cannot be mixed says what it needs.
        $this->go('/mixes?a=5a17e12e-03eb-4000-8000-000000793265&b=5a17e12e-03eb-4000-8000-000000793265');
        $this->waitFor('//*[@role="alert"][contains(., "mixed with itself")]');
    }

    public function testAMixCardIsPlannedPrintedGuidedAndMeasured(): void
    {
        $this->go('/mixes');
        $this->pick('First paint', 'Beacon Red');
        $this->pick('Second paint', 'Channel Blue');
        $this->waitFor('//section[@aria-label="The run between them"]');
        self::assertStringNotContainsString('1 to 3 in counted drops', $this->text());
        $this->click('//a[contains(., "Plan a card of the two")]');
        $rows = fn (): string => $this->waitFor('//form[@aria-label="Make a card"]//ol')->getText();
        $this->browser->wait(10, 200)->until(static fn (): bool => str_contains($rows(), 'Beacon Red'));
        // The second is row 1, with which all others are mixed; one's partners go below.
        self::assertStringStartsWith('Channel Blue', $rows());
        $this->click('//button[starts-with(., "Add my partners")]');
        self::assertStringContainsString('Furze Yellow', $rows());
        $this->click('//button[.="Make the card"]');
        $this->waitFor('//h1[contains(., "Card of")]');
        $card = basename((string) parse_url($this->browser->getCurrentURL(), PHP_URL_PATH));
        $this->click($this->button('Use the scanner stand-in'));
        $this->waitFor('//figure//*[name()="polygon"]', 90);
        $this->go('/mixes');
        $this->pick('First paint', 'Beacon Red');
        $this->pick('Second paint', 'Channel Blue');
        $this->waitFor('//section[@aria-label="Painted"]//li[contains(., "1 to 3 in counted drops")]');
        $this->waitFor("//section[@aria-label=\"Painted\"]//a[contains(@href, '$card')]");
    }
}

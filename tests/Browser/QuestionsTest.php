<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Plain questions of a tester, each answered within two steps from where one would ask it. */
final class QuestionsTest extends BrowserTestCase
{
    /** @return list<string> names of the paints under one another */
    private function rows(): array
    {
        return array_map(static fn (RemoteWebElement $e): string => $e->getText(), $this->browser->findElements(WebDriverBy::xpath('//*[@role="rowheader"]//a[contains(@class, "font-semibold")]')));
    }

    public function testTheShoreIsHomeAndTellsWhatIsNewDueAndContradicted(): void
    {
        $this->signIn('tamsin');
        $this->go('/');
        // What is due at my window?
        $this->waitFor('//section[@aria-label="What is due"]//a[contains(., "East loft window")]');
        $strips = count($this->browser->findElements(WebDriverBy::xpath('//*[@data-shore]//a')));
        self::assertGreaterThan(30, $strips);
        // The keyboard walks it.
        $this->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT);
        $first = $this->waitFor('//section[starts-with(@aria-label, "The shore")]//p[@aria-live]//strong')->getText();
        $this->keys(WebDriverKeys::ARROW_RIGHT);
        $this->browser->wait(5, 100)->until(fn (): bool => $this->waitFor('//section[starts-with(@aria-label, "The shore")]//p[@aria-live]//strong')->getText() !== $first);
        $this->keys(WebDriverKeys::ARROW_LEFT, WebDriverKeys::ENTER);
        $this->waitFor("//h1[.=\"$first\"]");
        // Does this claim hold?
        $this->go('/');
        $this->click('//section[h2[.="Contradicted"]]//li[contains(., "Behind a window")]//a');
        self::assertStringContainsString('contradicted', $this->waitFor('//tr[th[.="lightfastness"]]')->getText());
    }

    public function testWhichIsMostTransparentAndWhichCannotBeToldApart(): void
    {
        $this->go('/pigments/PB29');
        $this->waitFor('//*[@role="rowheader"]');
        $this->waitFor('//label[contains(., "Order by")]//option[.="transparency, least first"]')->click();
        $this->browser->wait(10, 200)->until(fn (): bool => str_contains($this->browser->getCurrentURL(), 'by=transparency') && $this->rows()[0] === 'Sluicegate');
        // How sure is that: the word, the range of another card, tests and testers stand with it.
        $this->browser->executeScript('document.activeElement.blur()');
        $this->keys('n');
        self::assertMatchesRegularExpression('/transparent.*2 tests.*2 testers/s', $this->waitFor('(//*[@role="row"][.//a[.="Sluicegate"]])[1]')->getText());
        // Which of these can I not tell apart?
        $this->go('/pigments/PB28');
        self::assertStringContainsString('cannot be told apart', $this->waitFor('//*[@data-spoken]')->getText());
    }

    public function testWhetherADifferenceIsRealAndWhereANumberComesFrom(): void
    {
        $this->go('/pigments/PR254');
        $this->click('//*[@data-spoken]//*[@role="button"][contains(., "lifts") or contains(., "stain")]');
        $this->see('a further pair of tests would say the same');
        // Where does this number come from?
        $this->go('/paints?q=Beacon');
        $this->click('//td//a[.="Beacon Red"]');
        $this->click('//tr[th[.="staining"]]/td//button');
        $this->see('residue = deposit lifted');
    }

    public function testWhatIsMissingHowLongAMuseumYearIsAndWhatItMakesWithThatBlue(): void
    {
        $this->signIn('tamsin');
        // What is missing before anything can be said?
        $this->go('/paints?q=Estuary+Grey');
        $this->click('//td//a[.="Estuary Grey"]');
        $this->see('Not measured');
        $this->see('no other paint of its codes tells what to expect');
        // How long until my strip has had a year of museum light?
        $this->go('/fade');
        $this->click('//a[contains(., "East loft window")]');
        $this->see('museum light');
        // What does this paint make with that blue?
        $this->go('/paints?q=Furze');
        $this->click('//td//a[.="Furze Yellow"]');
        $this->click('//a[contains(@href, "/mixes?a=")]');
        $this->waitFor('//h1[.="Mixes"]');
    }

    public function testAPaintIsDecidedOnAndStandsAmongWhatWasDecided(): void
    {
        $this->signIn('wenna');
        $this->go('/paints?q=Ragged');
        $this->click('//td//a[.="Ragged Robin"]');
        $this->click($this->button('Decide'));
        $this->waitFor('//select[@name="word"]/option[.="let go"]')->click();
        $this->waitFor('//input[@name="reason"]')->sendKeys('fades, and covers');
        $this->click($this->button('Keep the decision'));
        $this->see('You decided: let go, fades, and covers');
        $this->click($this->button('I like it'));
        $this->see('Liked by Wenna Saltcote; liking is no evidence.');
        $this->go('/paints?show=decided%3A+let+go');
        $this->waitFor('//td//a[.="Ragged Robin"]');
        // Chosen in a list they are kept as a group, in an order of one's own.
        $this->go('/paints?q=PG17');
        foreach (['Saltwort', 'Marram'] as $green) {
            $this->click("//input[@aria-label=\"Choose $green\"]");
        }
        $this->click($this->button('Keep as a group'));
        $this->waitFor('//input[@name="name"]')->sendKeys('natural greens'.WebDriverKeys::ENTER);
        $this->waitFor('//h1[.="natural greens"]');
        $this->browser->wait(10, 200)->until(fn (): bool => $this->rows() === ['Saltwort', 'Marram']);
        $this->click('//summary[contains(., "Order, name and sharing")]');
        $this->click('//li[contains(., "Marram")]//button[contains(., "up")]');
        $this->browser->wait(10, 200)->until(fn (): bool => $this->rows() === ['Marram', 'Saltwort']);
    }
}

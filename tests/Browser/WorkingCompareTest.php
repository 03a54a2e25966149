<?php

declare(strict_types=1);

namespace Tests\Browser;

/** Makers of one code: ordered, narrowed, pinned, and held against each other; the address can be sent to somebody who is not signed in. */
final class WorkingCompareTest extends BrowserTestCase
{
    public function testPinnedPaintsAreComparedAndTheAddressIsSent(): void
    {
        $this->signIn('tamsin');
        $this->go('/pigments/PR254');
        $names = fn (): array => array_map(static fn ($e): string => $e->getText(), $this->browser->findElements(\Facebook\WebDriver\WebDriverBy::xpath('//*[@role="rowheader"]//a[contains(@class, "font-semibold")]')));
        $this->waitFor('//*[@role="rowheader"]//a[.="Buoy Red"]');
        $hue = $names();
        $this->waitFor('//label[contains(., "Order by")]//option[.="staining, least first"]')->click();
        $this->browser->wait(10, 200)->until(static fn (): bool => $names() !== $hue);
        // By what was measured, and the address says so.
        self::assertSame(['Riding Light', 'Samphire Scarlet', 'Buoy Red'], array_values(array_intersect($names(), ['Riding Light', 'Samphire Scarlet', 'Buoy Red'])));
        self::assertStringContainsString('by=staining', $this->browser->getCurrentURL());
        $this->see('Pin two to eight paints');
        foreach (['Buoy Red', 'Samphire Scarlet'] as $paint) {
            $this->click("//*[@role=\"rowheader\"][.//a[.=\"$paint\"]]//button");
        }
        $this->waitFor('//label[contains(., "Show")]//option[.="pinned only"]')->click();
        $this->browser->wait(10, 200)->until(static fn (): bool => count($names()) === 2);
        $this->click('//a[.="Compare 2 closely"]');
        $this->waitFor('//h1[.="Samphire Scarlet and Buoy Red" or .="Buoy Red and Samphire Scarlet"]');
        // Real paint first, then one depth, then what tests say.
        $this->waitFor('//section[@aria-label="The scans"]//img');
        $this->waitFor('//section[@aria-label="At one depth"]');
        $staining = $this->waitFor('//*[@data-compared="staining"]')->getText();
        self::assertStringContainsString('lifts more than', $staining);
        $this->click('//*[@data-compared="staining"]//button[@aria-expanded]');
        $staining = $this->waitFor('//*[@data-compared="staining"]')->getText();
        self::assertStringContainsString('a further pair of tests would say the same', $staining);
        self::assertStringContainsString('by one tester', $staining);
        $address = $this->browser->getCurrentURL();
        // A friend without an account sees the same.
        $this->browser->manage()->deleteAllCookies();
        $this->browser->get($address);
        $this->waitFor('//*[@data-compared="staining"]');
        self::assertStringNotContainsString('Make it fair', $this->text());
    }

    public function testWhatToUseAndWhatStandsIn(): void
    {
        $this->signIn('tamsin');
        // What stands in for the fugitive violet.
        $this->go('/pigments/PV3');
        $this->click('//*[@role="rowheader"]//a[.="Vetch Violet"]');
        $spoken = $this->waitFor('//*[@data-spoken]')->getText();
        self::assertStringContainsString('For ten years on a wall (7.3 Mlx h) avoid it', $spoken);
        $this->click('//*[@data-spoken]//*[@role="button"][contains(., "stains")]');
        $this->see('residue = deposit lifted');
        $this->click('//summary[contains(., "What stands in for it")]');
        $this->waitFor('//li[contains(., "Dusk Violet")]');
        $this->click('//label[contains(., "holds in light so far")]');
        $this->browser->wait(15, 200)->until(fn (): bool => ! str_contains($this->waitFor('//details[.//summary[contains(., "stands in")]]')->getText(), 'Sea Aster'));
        // What should I use for work that hangs in light.
        $this->go('/choose');
        $this->waitFor('//section[@aria-label="not for this"]//a[starts-with(@aria-label, "Vetch Violet: ")]');
        self::assertStringContainsString('not tested in light', $this->waitFor('//section[@aria-label="cannot tell yet"]')->getText());
        $this->waitFor('//select[@aria-label="How it is kept"]/option[@value="is scanned and shut"]')->click();
        $this->waitFor('//section[@aria-label="fits the evidence"]//a[starts-with(@aria-label, "Vetch Violet: ")]');
        self::assertStringContainsString('use=is', $this->browser->getCurrentURL());
        // A second reader who hangs it on a wall.
        $this->click($this->button('Add a second reader'));
        $this->waitFor('//div[@aria-label="What the second reader wants"]//select[@aria-label="How it is kept"]/option[@value="hangs"]')->click();
        $this->click('//section[@aria-label="fits the evidence"]//summary');
        $this->waitFor('//section[@aria-label="fits the evidence"]//li[contains(., "Vetch Violet")][contains(., "The second reader: not for this")]');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\TimeoutException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** Going, seeing, clicking and typing in the running application. */
abstract class BrowserTestCase extends TestCase
{
    protected RemoteWebDriver $browser;

    protected string $address;

    protected function setUp(): void
    {
        $site = Site::running();
        $this->browser = $site->browser;
        $this->address = $site->address;
    }

    protected function go(string $path): void
    {
        $this->browser->get($this->address.$path);
        $this->waitFor('//main[not(.//*[@role="status"])]//h1');
    }

    protected function waitFor(string $xpath, int $seconds = 15): RemoteWebElement
    {
        $found = null;
        try {
            $this->browser->wait($seconds, 150)->until(function () use ($xpath, &$found): bool {
                try {
                    $found = $this->browser->findElement(WebDriverBy::xpath($xpath));

                    return $found->isDisplayed();
                } catch (NoSuchElementException|StaleElementReferenceException) {
                    return false;
                }
            });
        } catch (TimeoutException) {
            self::fail("Not seen within $seconds s: $xpath. The page says: ".mb_substr($this->text(), 0, 1500));
        }
        self::assertNotNull($found);

        return $found;
    }

    protected function see(string $words, int $seconds = 15): void
    {
        $this->waitFor('//main//*[contains(normalize-space(.), "'.$words.'")]', $seconds);
    }

    protected function click(string $xpath): void
    {
        $element = $this->waitFor($xpath);
        $this->browser->executeScript('arguments[0].scrollIntoView({block: "center"})', [$element]);
        $element->click();
    }

    protected function button(string $name): string
    {
        return '//button[contains(normalize-space(.), "'.$name.'")]';
    }

    protected function text(): string
    {
        return $this->browser->findElement(WebDriverBy::tagName('main'))->getText();
    }

    protected function keys(string ...$keys): void
    {
        $this->browser->switchTo()->activeElement()->sendKeys(implode('', $keys));
    }

    /** Sets a field that has its own keyboard in the browser, such as a date. */
    protected function set(string $name, string $value): void
    {
        $this->browser->executeScript('const e = document.querySelector(arguments[0]); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(e, arguments[1]); e.dispatchEvent(new Event("input", {bubbles: true}));', ["[name='$name']", $value]);
    }

    protected function choose(string $xpath, string $value): void
    {
        $this->browser->executeScript('const e = arguments[0]; Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(e, arguments[1]); e.dispatchEvent(new Event("change", {bubbles: true}));', [$this->waitFor($xpath), $value]);
    }

    /** Signs in as a tester of the demo, whoever was signed in before. */
    protected function signIn(string $name): void
    {
        $this->browser->get("$this->address/sign-in");
        $this->waitFor('//h1[.="Sign in"]');
        $email = $this->waitFor('//input[@name="email"]');
        $email->sendKeys("$name@saltern-reach.example");
        $this->waitFor('//input[@name="password"]')->sendKeys('reed-and-salt'.WebDriverKeys::ENTER);
        $this->waitFor('//header//*[contains(translate(., "TOWCH", "towch"), "'.$name.'")]');
        $this->waitFor('//main[not(.//input[@name="password"])]');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverDimension;
use Facebook\WebDriver\WebDriverKeys;

/** Keys go where they are meant, hands reach what they press, and one's own page ends what was begun elsewhere. */
final class WorkingHandsTest extends BrowserTestCase
{
    private const SESSION = 'Greens and greys for the archive';

    private function bench(): string
    {
        $this->signIn('tamsin');
        $this->go('/bench');
        $session = basename((string) $this->waitFor('//a[.="'.self::SESSION.'"]')->getAttribute('href'));
        $this->go("/bench/$session");
        $this->waitFor('//section[@aria-label="Next action"]//h2');

        return $session;
    }

    /** @return array{tasks: list<array<string, mixed>>, timers: list<array<string, mixed>>, cards: list<array<string, mixed>>} */
    private function server(string $session): array
    {
        return $this->browser->executeAsyncScript('const done = arguments[1]; fetch(`/api/sessions/${arguments[0]}`).then((r) => r.json()).then(done);', [$session]);
    }

    public function testAKeyGoesToOnePlaceOnly(): void
    {
        $session = $this->bench();
        $timers = count($this->server($session)['timers']);
        // "g t" goes to Today and starts no timer on its way.
        $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys('gt');
        $this->waitFor('//h1[starts-with(., "Today")]');
        self::assertSame('Today · Marsh Trial', $this->browser->getTitle());
        self::assertCount($timers, $this->server($session)['timers']);

        // A note is typed while somebody else ends the step: what is typed stays a note, and no remark comes of it.
        $this->go("/bench/$session");
        $this->waitFor('//section[@aria-label="Next action"]//h2');
        $before = $this->server($session);
        $open = array_values(array_filter($before['tasks'], static fn (array $t): bool => $t['state'] === 'open'))[0];
        $note = $this->waitFor('//textarea');
        $note->click();
        $note->sendKeys('soft edges ');
        $this->browser->executeAsyncScript('const [uuid, edition, done] = arguments; fetch(`/api/tasks/${uuid}`, { method: "PUT", headers: { "Content-Type": "application/json", Accept: "application/json", "If-Match": `"${edition}"`, "X-XSRF-TOKEN": decodeURIComponent(document.cookie.split("XSRF-TOKEN=")[1].split(";")[0]) }, body: JSON.stringify({ state: "done" }) }).then((r) => r.json()).then(done);', [$open['uuid'], $open['edition']]);
        // Longer than the page takes to hear of it.
        sleep(4);
        $this->browser->switchTo()->activeElement()->sendKeys('at the border, too wet');
        self::assertSame('soft edges at the border, too wet', $this->waitFor('//textarea')->getAttribute('value'));
        sleep(2);
        $said = static fn (array $s): array => array_merge(...array_map(static fn (array $r): array => array_column($r['remarks'], 'word'), array_merge(...array_column($s['cards'], 'rows'))));
        $after = $this->server($session);
        self::assertSame(array_values(array_filter($said($before))), array_values(array_filter($said($after))));
        self::assertStringContainsString('soft edges at the border, too wet', (string) json_encode($after['cards']));
        // The same timer is not started by a second tap.
        $this->browser->switchTo()->activeElement()->sendKeys(WebDriverKeys::ESCAPE);
        $count = count($after['timers']);
        $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys('tttt');
        sleep(3);
        self::assertCount($count + 1, $this->server($session)['timers']);
    }

    public function testOnATelephoneTheStepItsPanAndDoneAreOnTheScreen(): void
    {
        $this->bench();
        $window = $this->browser->manage()->window();
        $usual = $window->getSize();
        try {
            $window->setSize(new WebDriverDimension(500, 930));
            sleep(1);
            $height = (int) $this->browser->executeScript('return innerHeight;');
            $at = fn (string $xpath): array => $this->browser->executeScript('const b = arguments[0].getBoundingClientRect(); return [b.top, b.bottom, b.height];', [$this->waitFor($xpath)]);
            [$done, $title] = [$at($this->button('Done')), $at('//section[@aria-label="Next action"]//h2')];
            self::assertGreaterThan(0, $title[0]);
            self::assertLessThanOrEqual($height, $done[1]);
            // Within the thumb's reach: in the lower half of the screen.
            self::assertGreaterThan($height / 2, $done[0]);
            self::assertSame([], $this->browser->executeScript('return [...document.querySelectorAll(".at-bench button, .at-bench a, .at-bench summary, .at-bench input, .at-bench select")].filter((e) => e.offsetParent !== null && !e.classList.contains("sr-only") && e.getBoundingClientRect().height < 43.5).map((e) => e.outerHTML.slice(0, 90));'));
            self::assertSame((int) $this->browser->executeScript('return document.documentElement.clientWidth;'), (int) $this->browser->executeScript('return document.documentElement.scrollWidth;'), 'The page is wider than the screen.');
        } finally {
            $window->setSize($usual);
        }
    }

    public function testASignInIsEndedFromElsewhere(): void
    {
        $this->signIn('odo');
        $second = Site::running()->newBrowser();
        $mine = $this->browser;
        $this->browser = $second;
        $this->signIn('odo');
        $this->go('/account');
        $this->click($this->button('End it'));
        $this->waitFor('//h2[.="Where you are signed in"]/following-sibling::ul[count(li) = 1]');
        $this->browser = $mine;
        $this->browser->get("$this->address/account");
        $this->waitFor('//main//h2[.="This page is about you"]');
    }
}

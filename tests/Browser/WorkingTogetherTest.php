<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;

/** Two people, two browsers, one session. */
final class WorkingTogetherTest extends BrowserTestCase
{
    private const WRITES = 100;

    /** Writes without pause to the same few things, each time from what was seen last; tells what was accepted. */
    private const SCRIPT = <<<'JS'
        const [session, me, count] = arguments;
        window.outcome = null;
        (async () => {
            const read = async () => (await fetch(`/api/sessions/${session}`)).json();
            const token = () => decodeURIComponent(document.cookie.split("XSRF-TOKEN=")[1].split(";")[0]);
            let seen = Object.fromEntries((await read()).tasks.slice(-4).map((t) => [t.uuid, t.edition]));
            const accepted = [];
            let refused = 0, other = 0;
            for (let i = 0; i < count; i++) {
                const uuid = Object.keys(seen)[i % 4];
                const reason = `${me} ${i}`;
                const answer = await fetch(`/api/tasks/${uuid}`, { method: "PUT", headers: { "Content-Type": "application/json", Accept: "application/json", "X-XSRF-TOKEN": token(), "If-Match": `"${seen[uuid]}"` }, body: JSON.stringify({ state: "skipped", reason }) });
                if (answer.status === 200) {
                    seen[uuid] = (await answer.json()).edition;
                    accepted.push([uuid, seen[uuid], reason]);
                } else if (answer.status === 412) {
                    refused++;
                    seen = Object.fromEntries((await read()).tasks.slice(-4).map((t) => [t.uuid, t.edition]));
                } else {
                    other++;
                }
            }
            window.outcome = { accepted, refused, other };
        })();
        JS;

    private function signInWith(RemoteWebDriver $browser, string $name): void
    {
        $mine = $this->browser;
        $this->browser = $browser;
        $this->signIn($name);
        $this->browser = $mine;
    }

    public function testTwoBrowsersNeverOverwriteEachOtherSilently(): void
    {
        $this->signIn('tamsin');
        $this->go('/bench');
        $session = basename((string) $this->waitFor('//a[.="Greens and greys for the archive"]')->getAttribute('href'));
        $second = Site::running()->newBrowser();
        $this->signInWith($second, 'odo');

        $this->browser->executeScript(self::SCRIPT, [$session, 'tamsin', self::WRITES]);
        $second->executeScript(self::SCRIPT, [$session, 'odo', self::WRITES]);
        $outcomes = [];
        foreach ([$this->browser, $second] as $browser) {
            $browser->wait(120, 300)->until(static fn () => $browser->executeScript('return window.outcome !== null'));
            $outcomes[] = $browser->executeScript('return window.outcome');
        }
        $accepted = array_merge($outcomes[0]['accepted'], $outcomes[1]['accepted']);
        self::assertSame([0, 0], array_column($outcomes, 'other'));
        self::assertSame(2 * self::WRITES, count($accepted) + $outcomes[0]['refused'] + $outcomes[1]['refused']);
        // They did meet, both got through, and no two writes were ever given the same edition.
        self::assertGreaterThan(0, $outcomes[0]['refused'] + $outcomes[1]['refused']);
        self::assertGreaterThan(10, min(count($outcomes[0]['accepted']), count($outcomes[1]['accepted'])));
        $editions = array_map(static fn (array $a): string => "$a[0] $a[1]", $accepted);
        self::assertCount(count($accepted), array_unique($editions));
        $now = $this->browser->executeAsyncScript('const done = arguments[1]; fetch(`/api/sessions/${arguments[0]}`).then((r) => r.json()).then(done);', [$session]);
        foreach (array_slice($now['tasks'], -4) as $task) {
            $of = array_values(array_filter($accepted, static fn (array $a): bool => $a[0] === $task['uuid']));
            usort($of, static fn (array $a, array $b): int => $a[1] <=> $b[1]);
            // Without gaps from the first to the last, which is what stands there now.
            self::assertSame(range($of[0][1], $task['edition']), array_column($of, 1));
            self::assertSame($of[count($of) - 1][2], $task['reason']);
        }

        $this->eachSeesTheOther($session, $second);
    }

    private function eachSeesTheOther(string $session, RemoteWebDriver $second): void
    {
        $this->go("/bench/$session");
        $second->get("$this->address/bench/$session");
        $second->wait(20, 200)->until(static fn () => $second->findElements(WebDriverBy::xpath('//section[@aria-label="Next action"]')) !== []);
        $task = $this->browser->executeAsyncScript('const done = arguments[1]; fetch(`/api/sessions/${arguments[0]}`).then((r) => r.json()).then((s) => done(s.tasks.find((t) => t.state === "open").uuid));', [$session]);
        $this->go("/bench/$session?at=$task");
        // Odo's view stands still while Tamsin goes on: his own mark meets hers and is laid before him.
        $second->executeScript('const fetchNow = window.fetch; window.fetch = (url, how) => ((how?.method ?? "GET") === "GET" && String(url).includes("/api/sessions/") ? new Promise(() => undefined) : fetchNow(url, how));');
        usleep(3_500_000);
        $this->keys('x');
        $this->keys('1');
        $this->waitFor('//body[.//*[@data-unsent="0"]]//main');
        usleep(500_000);
        $second->switchTo()->activeElement()->sendKeys('x');
        $second->switchTo()->activeElement()->sendKeys('2');
        $second->wait(20, 200)->until(static fn () => $second->findElements(WebDriverBy::xpath('//button[contains(., "1 entry needs a look")]')) !== []);
        $second->findElement(WebDriverBy::xpath('//button[contains(., "1 entry needs a look")]'))->click();
        self::assertStringContainsString('somebody changed it meanwhile', $second->findElement(WebDriverBy::xpath('//*[@role="status"]'))->getText());
        $reason = fn (): string => $this->browser->executeAsyncScript('const done = arguments[2]; fetch(`/api/sessions/${arguments[0]}`).then((r) => r.json()).then((s) => done(s.tasks.find((t) => t.uuid === arguments[1]).reason));', [$session, $task]);
        self::assertSame('pan not found', $reason());
        $this->go("/bench/$session?at=$task");
        // Reading anew shows hers; now his may go over it, knowingly.
        $second->get("$this->address/bench/$session?at=$task");
        $second->wait(20, 200)->until(static fn () => $second->findElements(WebDriverBy::xpath('//*[contains(., "skipped: pan not found")]')) !== []);
        $second->findElement(WebDriverBy::xpath('//button[contains(., "1 entry needs a look")]'))->click();
        $second->findElement(WebDriverBy::xpath('//button[.="Write mine over it"]'))->click();
        $second->wait(20, 200)->until(static fn () => $reason() === 'pan empty or dried up');
        // And Tamsin sees it without doing anything.
        $this->waitFor('//*[contains(., "skipped: pan empty or dried up")]');
        $this->waitFor('//*[contains(., "by Odo Brackwater")]');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** A session of twelve paints at the bench, by keyboard, with everything that goes wrong at a desk. */
final class WorkingSessionTest extends BrowserTestCase
{
    private const MAKERS = ['Heron & Sluice' => ['Ebb Grey Blue', 'Flood Blue', 'Slack Blue', 'Spring Tide'], 'Withy Colours' => ['Neap Red', 'Lamp Red', 'Rust Buoy', 'Signal Red'], 'Eelgrass Studio' => ['Gorse', 'Broom', 'Ragwort', 'Tansy']];

    private const CODES = ['Heron & Sluice' => 'PB28', 'Withy Colours' => 'PR254', 'Eelgrass Studio' => 'PY65'];

    /** Key strokes beyond the words themselves. */
    private int $strokes = 0;

    private function press(string ...$keys): void
    {
        $this->strokes += count($keys);
        $this->keys(...$keys);
    }

    /** Tab by tab to what has to be reached; fails when the keys do not lead there. */
    private function tabTo(string $xpath): void
    {
        $target = $this->waitFor($xpath);
        for ($i = 0; $i < 120; $i++) {
            if ($this->browser->executeScript('return document.activeElement === arguments[0]', [$target])) {
                return;
            }
            $this->keys(WebDriverKeys::TAB);
        }
        self::fail("Not reached by keyboard: $xpath");
    }

    /** @return array<string, mixed> as the server has it */
    private function server(string $path): array
    {
        return $this->browser->executeAsyncScript('const done = arguments[1]; fetch(`/api/${arguments[0]}`).then((r) => r.json()).then(done);', [$path]);
    }

    private function title(string $title): void
    {
        $this->waitFor("//section[@aria-label='Next action']//h2[.='$title']");
    }

    public function testTwelvePaintsFromTheFirstKeyStrokeToTheLastVerdict(): void
    {
        $this->signIn('tamsin');
        $this->browser->executeScript('localStorage.clear()');
        $this->recordTwelve();
        $this->strokes = 0;
        $uuid = $this->plan();

        // Two lines are ruled; both inks dry while work goes on.
        $this->title('Rule the line');
        $this->press(WebDriverKeys::ENTER, WebDriverKeys::ENTER);
        self::assertCount(2, $this->timers());
        $this->title('Pre-wet the pans');
        $this->press(WebDriverKeys::ENTER);
        self::assertCount(3, $this->timers());
        // The names are hidden, the places are not.
        $this->title('Stroke along the line');
        self::assertStringContainsString('from Tray, place', $this->waitFor('//*[@data-pan]')->getText());
        foreach (array_merge(...array_values(self::MAKERS)) as $name) {
            self::assertStringNotContainsString($name, $this->text());
        }

        // Row 1: stroke, a remark of one key, a note, a photograph; then the wash is skipped.
        $this->press('h', 'n');
        $this->keys('edge pulled with the side of the brush', WebDriverKeys::ESCAPE);
        $this->photograph();
        $this->press(WebDriverKeys::ENTER);
        $this->title('Flat wash');
        $this->press('x', '4');
        $this->title('Three places for lifting');
        $this->press(WebDriverKeys::ENTER);
        $this->waitFor('//*[contains(., "2/") or contains(., "6/")]');
        $before = $this->waitFor('//section[@aria-label="Next action"]')->getText();

        // Reload in the middle: same place, same timers, same words.
        $this->browser->navigate()->refresh();
        $this->title('Stroke along the line');
        self::assertSame(explode("\n", $before)[0], explode("\n", $this->waitFor('//section[@aria-label="Next action"]')->getText())[0]);
        self::assertCount(3, $this->timers());
        $this->press('b', 'b', 'b');
        self::assertSame('edge pulled with the side of the brush', $this->waitFor('//textarea')->getAttribute('value'));
        $this->waitFor('//button[@aria-pressed="true" and contains(., "too much water")]');
        $this->waitFor('//*[@data-photo]//img');
        $this->press('0');

        // The server goes down; a whole row is painted, and the tab is closed before it comes back.
        Site::running()->stopServer();
        $this->press(WebDriverKeys::ENTER, WebDriverKeys::ENTER, WebDriverKeys::ENTER, 'e', 'n');
        $this->keys('while nobody answered', WebDriverKeys::ESCAPE);
        $this->waitFor('//*[@role="status" and contains(., "will go out when the server is back")]');
        usleep(900_000);
        $this->browser->get('about:blank');
        Site::running()->startServer();
        $this->go("/bench/$uuid");
        $this->waitFor('//body[.//*[@data-unsent="0"]]//main', 30);
        $there = $this->server("sessions/$uuid");
        $row = fn (int $n): array => $there['cards'][0]['rows'][$n - 1];
        self::assertSame([3, ['streaky'], ['while nobody answered']], [
            count(array_filter($there['tasks'], static fn (array $t): bool => $t['specimen'] === $row(2)['uuid'] && $t['state'] === 'done')),
            array_values(array_filter(array_column($row(3)['remarks'], 'word'))), array_values(array_filter(array_column($row(3)['remarks'], 'note'))),
        ]);
        self::assertSame(['too much water', ''], array_column($row(1)['remarks'], 'word'));
        self::assertCount(1, $row(1)['photos']);

        $this->throughTheRest($uuid);
    }

    /** Maker once, then name, code and place of each; the rest stays as it was. */
    private function recordTwelve(): void
    {
        $this->go('/paints');
        $this->tabTo('//form[@aria-label="Record a paint"]//label[contains(., "Maker")]/input');
        $place = 0;
        foreach (self::MAKERS as $maker => $names) {
            $this->keys(WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL);
            $this->strokes += 2;
            $this->keys($maker);
            $this->press(WebDriverKeys::TAB, WebDriverKeys::TAB);
            foreach ($names as $i => $name) {
                $this->keys($name);
                $this->press(WebDriverKeys::TAB);
                $this->keys(self::CODES[$maker]);
                $this->press(WebDriverKeys::TAB);
                $this->keys('Tray, place '.++$place);
                $this->press(WebDriverKeys::ENTER);
                $this->see("Recorded $name.");
                if ($i === 3 && $maker !== 'Eelgrass Studio') {
                    // Back over the range to the maker.
                    $this->keys(WebDriverKeys::SHIFT, WebDriverKeys::TAB);
                    $this->keys(WebDriverKeys::SHIFT, WebDriverKeys::TAB);
                    $this->strokes += 4;
                }
            }
        }
        $verdicts = 12 * 3;
        self::assertLessThanOrEqual(12 * 12, $this->strokes + $verdicts, 'key strokes for twelve paints and their verdicts');
        fwrite(STDERR, sprintf(' [%.1f key strokes a paint with its verdicts] ', ($this->strokes + $verdicts) / 12));
    }

    private function plan(): string
    {
        $this->keys(WebDriverKeys::ESCAPE, 'gb');
        $this->waitFor('//h1[.="Bench"]');
        $this->tabTo('//main//a[.="Plan a session"]');
        $this->keys(WebDriverKeys::ENTER);
        $this->waitFor('//input[@aria-label="Look among the pans"]');
        $this->keys('tray');
        $this->tabTo('//button[starts-with(., "All 12")]');
        $this->keys(WebDriverKeys::SPACE);
        $this->tabTo('//label[contains(., "Code words")]/input');
        $this->keys(WebDriverKeys::SPACE);
        $this->see('2 sheets of A4 painting paper');
        $this->tabTo('//button[contains(., "Make the cards")]');
        $this->keys(WebDriverKeys::ENTER);
        $this->waitFor('//section[@aria-label="Next action"]', 30);

        return basename((string) parse_url($this->browser->getCurrentURL(), PHP_URL_PATH));
    }

    /** @return list<string> */
    private function timers(): array
    {
        usleep(300_000);

        return array_map(static fn ($e): string => $e->getText(), $this->browser->findElements(WebDriverBy::xpath('//*[@data-timer]')));
    }

    private function photograph(): void
    {
        $image = new \Imagick;
        $image->newImage(64, 48, '#c03020', 'jpeg');
        $file = Site::running()->folder.'/wet.jpg';
        $image->writeImage($file);
        $this->browser->findElement(WebDriverBy::xpath('//input[@aria-label="Photograph"]'))->setFileDetector(new LocalFileDetector)->sendKeys($file);
        $this->waitFor('//*[@data-photo]');
    }

    private function throughTheRest(string $uuid): void
    {
        $this->browser->executeScript('window.rung = 0; const start = OscillatorNode.prototype.start; OscillatorNode.prototype.start = function (...a) { window.rung++; return start.apply(this, a); };');
        // A spread of two seconds is heard when it ends, and stands there until somebody has heard it.
        $this->browser->executeScript('document.querySelector("section[aria-label=Timers] details").open = true');
        $minutes = $this->waitFor('//section[@aria-label="Timers"]//input[@name="minutes"]');
        $minutes->sendKeys('0,03'.WebDriverKeys::ENTER);
        $this->waitFor('//*[@data-timer and .//*[@role="alert"]]//button[.="Heard"]');
        self::assertGreaterThanOrEqual(6, $this->browser->executeScript('return window.rung'));
        $this->click('//*[@data-timer and .//*[@role="alert"]]//button[.="Heard"]');
        $this->browser->executeScript('document.activeElement.blur()');
        $verdicts = 0;
        for ($i = 0; $i < 400; $i++) {
            $title = $this->browser->executeScript('return document.querySelector("section[aria-label=\'Next action\'] h2")?.textContent ?? null');
            if ($title === null) {
                break;
            }
            if ($title === 'Judge by eye') {
                $this->press((string) (1 + $verdicts++ % 3));
            } else {
                $this->press(WebDriverKeys::ENTER);
            }
            usleep(60_000);
        }
        $this->see('All is done');
        $this->waitFor('//body[.//*[@data-unsent="0"]]//main', 30);
        $there = $this->server("sessions/$uuid");
        $rows = array_merge(...array_column($there['cards'], 'rows'));
        self::assertSame(12, count($rows));
        self::assertSame(array_fill(0, 12, 3), array_map(static fn (array $r): int => count($r['verdicts']), $rows));
        // All were given blind, and the names stand there again.
        self::assertSame([true], array_values(array_unique(array_map(static fn (array $v): bool => $v['blind'], array_merge(...array_column($rows, 'verdicts'))))));
        self::assertTrue($there['revealed']);
        self::assertEqualsCanonicalizing(array_merge(...array_values(self::MAKERS)), array_column($rows, 'label'));
        $states = array_count_values(array_column($there['tasks'], 'state'));
        self::assertSame([1, 0], [$states['skipped'] ?? 0, $states['open'] ?? 0]);
        $this->see('place spoiled');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PDO;
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
        self::assertCount(24, $beads);
        [$first, $last] = [$beads[0]->getLocation()->getX(), $beads[3]->getLocation()->getX()];
        self::assertGreaterThan($first + 40, $last);
        $this->browser->executeScript('arguments[0].focus()', [$beads[0]]);
        $this->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ENTER);
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

    /** Time passes: whatever was told of a card was told so many days ago. */
    private function wait(int $days, string $card): void
    {
        $database = new PDO('sqlite:'.Site::running()->folder.'/site.sqlite');
        $id = (int) $database->query("select id from cards where uuid = '$card'")->fetchColumn();
        $database->exec("update cards set created_at = datetime(created_at, '-$days days') where id = $id");
        $database->exec("update hangings set hung_on = datetime(hung_on, '-$days days') where card_id = $id");
        $database->exec("update fade_checks set checked_on = datetime(checked_on, '-$days days') where card_id = $id");
    }

    public function testHalfAYearAtTheWindowOfAKitchen(): void
    {
        $this->go('/cards');
        $card = (string) $this->browser->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            const ask = (method, path, body) => fetch('/api/' + path, {method, headers: {Accept: 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': decodeURIComponent((document.cookie.match(/XSRF-TOKEN=([^;]+)/) ?? [])[1])}, body: body && JSON.stringify(body)}).then((r) => r.json());
            (async () => {
                const pans = (await ask('GET', 'pans')).pans.filter((p) => ['Vetch Violet', 'Channel Blue'].includes(p.colourName ?? p.paint?.colourName));
                const papers = (await ask('GET', 'papers')).papers;
                const uuid = crypto.randomUUID();
                const card = await ask('PUT', 'cards/' + uuid, {kind: 'fade', title: 'Kitchen window', paperUuid: papers[0].uuid, side: 'felt side', pans: pans.map((p) => p.uuid)});
                done(card.uuid ?? JSON.stringify(card));
            })();
            JS);
        $this->go("/cards/$card");
        $this->click('//button[contains(., "Use the scanner stand-in")]');
        $this->waitFor('//p[contains(., "Both halves were read on")]', 60);

        // Hung in a breath: a name for the window is enough, the rest stands there.
        $from = microtime(true);
        $this->waitFor('//input[@name="place"]')->sendKeys('Kitchen, above the sink');
        $this->click($this->button('Record the hanging'));
        $this->see('Kitchen, above the sink, which way it faces is not known, glass not known');
        self::assertLessThan(60.0, microtime(true) - $from);

        // Nobody looked for months: late, and nothing is lost.
        $this->wait(150, $card);
        $this->go("/cards/$card");
        $this->see('nothing is lost, the light is counted');
        $this->click('//input[@name="eyeFirst"]');
        $this->click($this->button('Record a check'));
        $this->see('no picture yet');
        $this->click('//button[contains(., "Use the scanner stand-in")]');
        // The eye first.
        $this->see('measured, shown when the eye has judged', 60);
        self::assertStringNotContainsString('What the light did', $this->text());
        foreach (['Vetch Violet' => 'paler', 'Channel Blue' => 'no change seen'] as $paint => $word) {
            $this->choose("//*[@aria-label='Judge by eye first']//select[@aria-label='Eye verdict on lightfastness of $paint']", $word);
            usleep(600_000);
        }
        $this->waitFor('//section[@aria-label="What the light did"]');
        $this->see('By eye: paler');

        // A dose told afterwards corrects what was estimated.
        $this->click('//div[p[contains(., "measured.")]]//button[.="Correct"]');
        $this->waitFor('//form[contains(@aria-label, "Correct the check")]//input[@name="doseMlxh"]')->sendKeys('3,0');
        $this->click('//form[contains(@aria-label, "Correct the check")]//button[.="Save"]');
        $this->see('3 Mlx h as told');
        $this->waitFor('//*[@data-light-dial]//output[contains(., "3.0 Mlx h")]', 60);

        // Down, and up again: the series never ends by itself.
        $this->click($this->button('Taken down today'));
        $this->see('in the dark since');
        $this->click($this->button('Hang it again today'));
        $this->waitFor($this->button('Taken down today'));
        $this->go("/cards/$card/fading");
        $this->see('dose as told');
    }

    public function testAnOldStripIsTakenInAndRead(): void
    {
        $this->go('/fade');
        $this->click('//summary[contains(., "An old strip")]');
        $form = '//form[@aria-label="An old strip"]';
        $this->waitFor("$form//input[@placeholder='colour name, maker']")->sendKeys('Sea Aster');
        $this->waitFor("$form//input[@name='place']")->sendKeys('Attic, north side');
        $this->choose("$form//select[@name='facing']", 'north');
        $this->waitFor("$form//input[@name='hungWhen']")->sendKeys('some time ago');
        $this->click("$form//button[.='Take it in']");
        // What no date can be is said, and what was typed stays.
        $this->waitFor("$form//*[@role='alert'][contains(., 'is no date')]");
        $this->browser->executeScript('arguments[0].select()', [$this->waitFor("$form//input[@name='hungWhen']")]);
        $this->waitFor("$form//input[@name='hungWhen']")->sendKeys('spring 2026');
        $this->waitFor("$form//input[@name='downWhen']")->sendKeys('June 2026');
        $this->click("$form//button[.='Take it in']");
        $this->see('First reading missing');
        $this->see('from spring 2026 to June 2026');
        $this->click($this->button('Record a check'));
        $this->see('no picture yet');
        $this->click('//button[contains(., "Use the scanner stand-in")]');
        $this->see('measured.', 60);
        $this->waitFor('//section[@aria-label="What the light did"]');
        $this->see('no reading before hanging');
        // Taken for the other way round, it is asked about or refused, and one press brings it back.
        $this->click($this->button('The halves lie the other way round'));
        $this->waitFor('//main//*[contains(., "the other way round")][not(self::button)][contains(., "?")]', 60);
        $this->go('/fade');
        $this->waitFor('//section[contains(@aria-label, "Sea Aster, old strip")]');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\Depends;

/** The whole way in a real browser: from the demo's strips to a published record of one's own. */
final class JourneyTest extends BrowserTestCase
{
    public function testAReaderComparesACodeAcrossMakers(): void
    {
        $this->go('/pigments/PV3');
        foreach (['Vetch Violet', 'Sea Aster', 'Dusk Violet', 'not as claimed: archive', 'clearly or strongly paler'] as $words) {
            $this->see($words);
        }
        self::assertCount(3, $this->browser->findElements(WebDriverBy::cssSelector('main canvas')));
        // Claims are contradicted where no class within the range fits them, and nowhere else.
        foreach (['PV3' => 1, 'PR254' => 0, 'PB28' => 0, 'PY65' => 0, 'PV19' => 3] as $code => $contradicted) {
            $this->go("/pigments/$code");
            $this->waitFor('//main//canvas');
            self::assertSame($contradicted, substr_count($this->text(), 'not as claimed'), $code);
        }
        $this->go('/pigments/PY65');
        $this->see('Not tested for lightfastness');
        self::assertMatchesRegularExpression('/Not tested for lightfastness:[^\n]*Kingcup/', $this->text());
    }

    public function testTheProgramsScriptsArriveCompressedAndAreAskedForOnce(): void
    {
        $this->go('/pigments');
        $script = $this->browser->executeAsyncScript(
            'const done = arguments[0]; const src = document.querySelector("script[type=module]").src; fetch(src).then((r) => done([src, r.headers.get("Content-Encoding"), r.headers.get("Cache-Control")]));',
        );
        self::assertStringContainsString('/build/assets/', $script[0]);
        self::assertSame(['gzip', 'public, max-age=31536000, immutable'], array_slice($script, 1));
    }

    public function testTheDepthDialBringsPaintsToOneDepthFromTheKeyboard(): void
    {
        $this->go('/pigments/PB28');
        $this->browser->findElement(WebDriverBy::tagName('body'))->sendKeys('d');
        $this->see('no seam, dE00');
        self::assertStringContainsString('depth=0.92', $this->browser->getCurrentURL());
        $swatch = fn (): string => $this->waitFor('//*[@role="img" and contains(@aria-label, "L*")]')->getAttribute('style') ?? '';
        $before = $swatch();
        $this->waitFor('//*[@role="slider"]')->sendKeys(WebDriverKeys::ARROW_LEFT.WebDriverKeys::ARROW_LEFT.WebDriverKeys::ARROW_LEFT);
        $this->see('thinner than middle strength');
        self::assertNotSame($before, $swatch());
        // The address holds the view and can be sent; beyond a stroke nothing is shown.
        $this->go('/pigments/PB28?depth=0.1');
        $this->see('beyond this paint’s stroke');
        $this->click('//button[contains(., "granulation of High Tide")]');
        foreach (['graininess = sqrt', 'bench scale 1', 'Within 95 %', 'No claim is recorded'] as $words) {
            $this->see($words);
        }
    }

    public function testSigningInAndTheKeys(): void
    {
        $this->go('/pigments/PR254');
        $body = $this->browser->findElement(WebDriverBy::tagName('body'));
        $body->sendKeys('?');
        $this->waitFor('//*[@role="dialog"]//*[contains(., "surround")]');
        $this->keys(WebDriverKeys::ESCAPE);
        $body->sendKeys('/');
        $this->keys('p.b. 28', WebDriverKeys::ENTER);
        $this->waitFor('//h1[.="PB28"]');
        $this->go('/sign-in?then=/paints');
        $this->waitFor('//input[@name="email"]')->sendKeys('odo@saltern-reach.example');
        $this->waitFor('//input[@name="password"]')->sendKeys('wrong'.WebDriverKeys::ENTER);
        $this->see('do not belong together');
        $this->browser->findElement(WebDriverBy::name('password'))->clear()->sendKeys('reed-and-salt'.WebDriverKeys::ENTER);
        $this->waitFor('//header//*[contains(., "Odo Brackwater")]');
    }

    #[Depends('testSigningInAndTheKeys')]
    public function testTwelvePaintsInARowFromTheKeyboard(): void
    {
        $this->go('/paints');
        $tab = WebDriverKeys::TAB;
        $this->waitFor('//form[@aria-label="Record a paint"]//input')->click();
        // Maker, range, name, codes, place, form, batch, ml, price; then Enter.
        $this->keys('Tern & Shingle', $tab, 'Shore', $tab, 'Groyne Red', $tab, 'pr 254', $tab, 'shelf', $tab, $tab, 'T1', $tab, '5', $tab, '6,20', WebDriverKeys::ENTER);
        $this->see('Recorded Groyne Red.');
        // Maker, range, form, volume and currency stay, and the cursor stands in the colour name.
        for ($i = 2; $i <= 12; $i++) {
            $this->keys("Shore $i", $tab, ['pb 15.3', 'PBr7', 'p.y.150 / pg7'][$i % 3], WebDriverKeys::ENTER);
            $this->see("Recorded Shore $i.");
        }
        $this->see('54 paints');
        $this->keys('Draft', $tab, 'genuine madder');
        $this->see('no Colour Index pigment');
        // A closed tab loses nothing that was typed.
        $this->browser->navigate()->refresh();
        $this->see('genuine madder');
        self::assertSame('Draft', $this->waitFor('//label[contains(., "Colour name")]/input')->getAttribute('value'));
        self::assertStringContainsString('PB15:3', $this->text());
        self::assertStringContainsString('6.20 EUR', $this->text());
    }

    private function makeCard(string $kind, string $title, string ...$paints): void
    {
        $this->go('/cards');
        $this->click($this->button('Make a card'));
        $this->choose('//select[@name="kind"]', $kind);
        $field = $this->waitFor('//input[@name="title"]');
        $field->clear();
        $field->sendKeys($title);
        foreach ($paints as $paint) {
            $this->click('//ul[@aria-label="Pans to choose from"]//label[contains(., "'.$paint.'")]');
        }
        $this->click($this->button('Make the card'));
        $this->waitFor('//h1[.="'.$title.'"]');
    }

    #[Depends('testTwelvePaintsInARowFromTheKeyboard')]
    public function testAPropertyCardIsMadeMeasuredAndJudged(): void
    {
        $this->makeCard('property', 'Shingle reds', 'Groyne Red', 'Shore 2');
        $this->see('draft, seen by its owner and stewards');
        foreach (['Print onto painting paper', 'Print as a frame'] as $link) {
            $href = (string) $this->waitFor('//a[contains(., "'.$link.'")]')->getAttribute('href');
            self::assertStringContainsString('Groyne Red', (string) $this->browser->executeAsyncScript('const done = arguments[1]; fetch(arguments[0]).then((r) => r.text()).then(done);', [$href]));
        }
        $this->click($this->button('Use the scanner stand-in'));
        $this->waitFor('//progress');
        $this->waitFor('//figure//*[name()="polygon"]', 60);
        self::assertCount(74, $this->browser->findElements(WebDriverBy::cssSelector('figure polygon')));
        $this->browser->executeScript('document.querySelector("figure polygon:nth-of-type(5)").dispatchEvent(new MouseEvent("click", {bubbles: true}))');
        $this->see('samples kept');
        $this->click('//button[contains(., "staining of Groyne Red")]');
        foreach (['residue = deposit lifted', 'r1-lift-soft', 'bench scale 1'] as $words) {
            $this->see($words);
        }
        $this->choose('//select[contains(@aria-label, "Eye verdict on staining of Groyne Red")]', 'high');
        $this->see('by eye: high');
    }

    #[Depends('testAPropertyCardIsMadeMeasuredAndJudged')]
    public function testAWrongFileSaysWhyAndLosesNothing(): void
    {
        $words = dirname(__DIR__, 2).'/build/browser/words.png';
        file_put_contents($words, 'not a picture');
        $this->browser->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($words);
        $this->waitFor('//*[@role="alert" and contains(., "not a PNG, JPEG, TIFF or WebP picture")]');
        $other = glob(dirname(__DIR__, 2).'/build/browser/app/pictures/*/*.png')[0] ?? self::fail('There is no picture.');
        foreach (glob(dirname(__DIR__, 2).'/build/browser/app/pictures/*/*.png') ?: [] as $picture) {
            $other = filemtime($picture) < filemtime($other) ? $picture : $other;
        }
        $this->browser->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($other);
        $this->waitFor('//*[@role="alert" and contains(., "This is a picture of card")]', 30);
        $this->see('by eye: high');
        self::assertCount(74, $this->browser->findElements(WebDriverBy::cssSelector('figure polygon')));
    }

    #[Depends('testAWrongFileSaysWhyAndLosesNothing')]
    public function testAFadeCardIsReadHungAndChecked(): void
    {
        $this->makeCard('fade', 'Shingle window', 'Groyne Red');
        $this->click($this->button('Use the scanner stand-in'));
        $this->see('Both halves were read on', 60);
        $this->waitFor('//input[@name="place"]')->sendKeys('South bench');
        $this->click($this->button('Record the hanging'));
        $this->see('South bench, which way it faces is not known');
        $this->waitFor('//input[@name="doseMlxh"]')->sendKeys('9,8');
        $this->click($this->button('Record a check'));
        $this->see('9.8 Mlx h');
        $this->click($this->button('Use the scanner stand-in'));
        $this->see('Exposed against kept after', 60);
        foreach (['Raw dE*ab', 'Corrected dE*ab', 'masstone', 'tint', '9.8 Mlx h'] as $words) {
            $this->see($words);
        }
        $this->choose('//select[contains(@aria-label, "Eye verdict on lightfastness")]', 'no change seen');
        $this->see('by eye: no change seen');
    }

    #[Depends('testAFadeCardIsReadHungAndChecked')]
    public function testARecordIsPublishedAndAnyoneReadsIt(): void
    {
        $this->go('/cards');
        $this->click('//a[.="Shingle reds"]');
        $this->click($this->button('Publish this record'));
        $this->see('revision 1');
        $record = $this->browser->getCurrentURL();
        $this->click($this->button('Sign out'));
        $this->waitFor('//header//a[.="Sign in"]');
        $this->browser->get($record);
        foreach (['Shingle reds', 'Groyne Red', 'by eye: high', 'not a certificate'] as $words) {
            $this->see($words);
        }
        $json = (string) $this->waitFor('//a[.="JSON"]')->getAttribute('href');
        $format = $this->browser->executeAsyncScript('const done = arguments[1]; fetch(arguments[0]).then((r) => r.json()).then((j) => done(j.format));', [$json]);
        self::assertSame('marsh-trial/record', $format);
        // The new paint stands among the others of its code; the unpublished strip does not.
        $this->go('/pigments/PR254');
        $this->see('Groyne Red');
        self::assertCount(5, $this->browser->findElements(WebDriverBy::cssSelector('main canvas')));
        $this->go('/cards');
        self::assertStringNotContainsString('Shingle window', $this->text());
        self::assertSame(parse_url($record, PHP_URL_PATH), parse_url((string) $this->waitFor('//a[.="Shingle reds"]')->getAttribute('href'), PHP_URL_PATH));
        $this->browser->get(str_replace('/records/', '/cards/', $record));
        $this->see('This card is its tester’s own');
    }

    /** axe finds no serious fault on any main view, and nothing runs out of a narrow window. */
    #[Depends('testARecordIsPublishedAndAnyoneReadsIt')]
    public function testMainViewsAreAccessibleAndFit(): void
    {
        $this->signIn('tamsin');
        $this->go('/today');
        $this->see('Waiting for a picture');
        $axe = (string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js');
        $this->go('/cards');
        $card = (string) parse_url((string) $this->waitFor('//a[contains(., "Reds and blues")]')->getAttribute('href'), PHP_URL_PATH);
        $this->go('/fade');
        $fade = (string) parse_url((string) $this->waitFor('//a[contains(., "East loft")]')->getAttribute('href'), PHP_URL_PATH);
        $this->go('/paints?q=vetch');
        $paint = (string) parse_url((string) $this->waitFor('//a[contains(., "Vetch Violet")]')->getAttribute('href'), PHP_URL_PATH);
        $this->go('/bench');
        $bench = (string) parse_url((string) $this->waitFor('//a[.="Greens and greys for the archive"]')->getAttribute('href'), PHP_URL_PATH);
        $tools = new ChromeDevToolsDriver($this->browser);
        $widths = static fn (int $width) => $tools->execute('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => 800, 'deviceScaleFactor' => 1, 'mobile' => false]);
        foreach (['/', '/today', '/mixes', '/choose', '/pigments/PV3', '/pigments/PB28?depth=0.92', '/pigments', '/paints', $paint, '/cards', $card, '/fade', $fade, '/bench', '/bench/new', $bench, "$bench/print?what=labels", '/palettes', '/import', '/protocols', '/capture', '/accuracy', '/frames/new', '/side-by-side?code=PR254', '/side-by-side?code=PB28&show=grain', '/ledger', '/ledger/map', '/ledger/bundles', '/following', '/programs', '/stewards', '/people', '/account', $record = str_replace('/cards/', '/records/', $card), "$record/repeat", str_replace('/cards/', '/protocol/', $card), '/sign-in'] as $path) {
            $widths(1280);
            $this->go($path);
            $this->browser->executeScript($axe);
            // As a window is made narrower, and as a tablet is turned.
            foreach ([1280, 820, 390] as $width) {
                $widths($width);
                $wide = $this->browser->executeAsyncScript('const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done(document.documentElement.scrollWidth - document.documentElement.clientWidth)));');
                self::assertLessThanOrEqual(0, $wide, "$path at $width, by ".$this->browser->executeScript('return [...document.querySelectorAll("main *, header *")].filter((e) => e.getBoundingClientRect().right > innerWidth && !e.closest("[role=region]")).map((e) => e.outerHTML.slice(0, 120)).slice(0, 4).join(" | ")'));
                if ($width === 390) {
                    continue;
                }
                $faults = $this->browser->executeAsyncScript('const done = arguments[0]; axe.run().then((r) => done(r.violations.filter((v) => ["serious", "critical"].includes(v.impact)).map((v) => v.id + ": " + v.nodes.map((n) => n.html).slice(0, 3).join(" ; "))));');
                self::assertSame([], $faults, "$path at $width");
            }
        }
        $tools->execute('Emulation.clearDeviceMetricsOverride');
    }

    public function testNothingHereAsksTheNetwork(): void
    {
        $this->go('/pigments/PR254');
        $asked = $this->browser->executeScript('return performance.getEntriesByType("resource").map((e) => e.name)');
        self::assertNotSame([], $asked);
        foreach ($asked as $url) {
            self::assertStringStartsWith($this->address, $url);
        }
    }
}

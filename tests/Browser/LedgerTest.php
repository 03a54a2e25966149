<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Tests\Support\BundleCopies;

/** Records between people and between groups. */
final class LedgerTest extends BrowserTestCase
{
    private const THEIRS = '6b1d12e0-0190-4000-8000-000000305570';

    public function testSomebodysRecordIsRepeatedAskedAboutAndAnswered(): void
    {
        $this->signIn('wenna');
        $this->go('/ledger');
        $this->click('//a[.="Reds and blues for the survey archive"]');
        // What another group made of it stands on it.
        $this->see('repeated by Ebba Spindrift');
        $this->see('3 of 4 paints agree within dE00 3 at reference depth');
        $this->waitFor('//form[.//label[contains(., "Ask about this record")]]//textarea')->sendKeys('Which water did you paint with?');
        $this->click('//form[.//label[contains(., "Ask about this record")]]//button[.="Ask"]');
        $this->see('Which water did you paint with?');
        $this->click('//a[.="I do the same"]');
        // Of the six paints there is one tube of Wenna's own.
        $this->click($this->button('Make it my session, 1 paint'));
        $this->waitFor('//h1[contains(., "Repeat: Reds and blues")]');

        $this->signIn('tamsin');
        $this->go('/following');
        $this->click('//a[contains(., "Which water did you paint with?")]');
        $this->waitFor('//li[contains(., "Which water")]//textarea')->sendKeys('Rain water, as always.');
        $this->click('//li[contains(., "Which water")]//button[.="Answer"]');
        $this->see('Rain water, as always.');
        // Whoever asked says when it is answered, and nobody else can.
        self::assertSame([], $this->browser->findElements(WebDriverBy::xpath('//li[contains(., "Which water")]//button[contains(., "I have what I wanted")]')));
        $this->signIn('wenna');
        $this->go('/following');
        $this->click('//a[contains(., "Rain water")]');
        $this->click('//li[contains(., "Which water")]'.$this->button('I have what I wanted to know'));
        $this->see('Wenna Saltcote has what they wanted to know');
    }

    public function testWhatIsFollowedComesIntoTheDigestAndAReaderSeesAWithdrawal(): void
    {
        $this->signIn('hild');
        $this->go('/pigments/PB36');
        $this->click($this->button('Follow this code'));
        $this->waitFor($this->button('Following this code'));
        $this->go('/following');
        $this->waitFor('//section[@aria-label="What you follow"]//a[.="PB36"]');
        $this->click('//section[@aria-label="What happened"]//a[.="What was still missing"]');
        $address = (string) parse_url($this->browser->getCurrentURL(), PHP_URL_PATH);

        $this->signIn('corin');
        $this->go('/cards/'.explode('/', $address)[2]);
        $this->click('//summary[.="Withdraw it"]');
        $this->waitFor('//form[contains(., "Why it is withdrawn")]//input')->sendKeys('the grey was from another jar');
        $this->click($this->button('Withdraw, and keep it readable'));
        $this->see('the grey was from another jar');

        $this->signIn('hild');
        $this->go('/following');
        $this->waitFor('//section[@aria-label="What happened"]//li[contains(., "withdrawn") and contains(., "the grey was from another jar")]');
        $this->go($address);
        $this->see('counts as no evidence');
        // It comes back as it was, for whatever is tested after this.
        $this->signIn('corin');
        $this->go('/cards/'.explode('/', $address)[2]);
        $this->click($this->button('It stands again'));
        $this->waitFor('//main[not(contains(., "another jar"))]');
    }

    public function testABundleIsLookedAtTakenInAndTakenBack(): void
    {
        $this->signIn('tamsin');
        $this->go('/ledger/bundles');
        $this->waitFor('//a[.="Grey Tide circle"]');
        $file = $this->anotherRecord();
        $this->browser->findElement(WebDriverBy::xpath('//input[@type="file"]'))->sendKeys($file);
        $this->see('1 new', 30);
        // Nobody knows this ledger yet.
        $this->see('Nothing came from this ledger itself before');
        // Of one paint it cannot be told whether it is ours; here it is.
        $this->see('Of their paints 4 are known here, 0 are new, and of 1 it cannot be told');
        $this->click('//fieldset[contains(., "Buoy Red")]//label[contains(., "is Sluice & Staithe First, Buoy Red")]/input');
        $this->waitFor('//fieldset[contains(., "Buoy Red")]//label[contains(., "First")]/input[@checked or not(@disabled)]');
        $this->click($this->button('Take in 1 record'));
        $this->see('Taken in. Its tests count as those of other testers.', 30);
        $here = $this->browser->getCurrentURL();
        $this->click('//main//a[.="Once more by lamplight"]');
        $this->see('From the ledger at Lamplight table');
        // What it is known by is worked out once more from what the page was sent.
        $this->see('worked out anew in this browser, it is the same');
        $this->go('/ledger');
        $this->waitFor('//tr[contains(., "Once more by lamplight") and contains(., "Lamplight table")]');
        $this->browser->get($here);
        $this->click($this->button('Take it back'));
        $this->waitFor('//h1[.="Records of other ledgers"]');
        $this->go('/ledger');
        $this->see('The reds of Saltern Reach, done again');
        self::assertStringNotContainsString('Once more by lamplight', $this->text());
        // What is no bundle is refused in a sentence.
        $this->go('/ledger/bundles');
        file_put_contents($file, 'a letter');
        $this->browser->findElement(WebDriverBy::xpath('//input[@type="file"]'))->sendKeys($file);
        $this->see('This file is no archive', 30);
        $this->click($this->button('Drop the file'));
        unlink($file);
    }

    /** A further record of the other group, made of the one that is here: all its names are others. */
    private function anotherRecord(): string
    {
        [$one, $file] = [Site::running()->folder.'/theirs.zip', Site::running()->folder.'/grey-tide.zip'];
        file_put_contents($one, (string) file_get_contents("$this->address/api/ledger/bundle.zip?card=".self::THEIRS));
        BundleCopies::write($one, $file, 1, 'Once more by lamplight');

        return $file;
    }

    public function testAProgramOfOnesOwnReadsTheLedger(): void
    {
        $this->signIn('wenna');
        $this->go('/account');
        $this->waitFor('//section[@aria-label="Programs"]//input[@name="name"]')->sendKeys('my list');
        $this->click($this->button('Make a token'));
        $token = (string) $this->waitFor('//input[@aria-label="Token"]')->getAttribute('value');
        require_once dirname(__DIR__, 2).'/examples/MarshTrialClient.php';
        $client = new \MarshTrialClient($this->address, $token);
        self::assertGreaterThan(15, count(iterator_to_array($client->all('records', 'records'), false)));
        self::assertCount(4, $client->get('pans')['pans']);
        self::assertSame($client->get('ledger'), $client->get('ledger'));
        try {
            $client->put('follows/code/PB28');
            self::fail('It may write.');
        } catch (\RuntimeException $e) {
            self::assertStringContainsString('lacks the scope "ledger"', $e->getMessage());
        }
        exec(escapeshellarg(PHP_BINARY).' '.escapeshellarg(dirname(__DIR__, 2).'/examples/paints-of-a-code.php').' '.escapeshellarg($this->address).' PB28', $lines, $code);
        self::assertSame([0, 3], [$code, count($lines)]);
        // All that programs can ask stands on a page of its own.
        $this->go('/programs');
        $this->waitFor('//input[@type="search" and not(@placeholder)]')->sendKeys('datapackage');
        $this->see('/api/v1/ledger/datapackage.zip');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Collection\SamePaint;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\SharedPlan;
use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\ColourList;
use MarshTrial\Core\Exchange\LedgerState;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\RecordGaps;
use MarshTrial\Core\Exchange\Signature;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is passed on, what is recognised, what is shared out. */
final class ExchangeTest extends TestCase
{
    private const CARD = '6b1d12e0-0190-4000-8000-000000305570';

    /** @return iterable<string, array{string, array<int, string>, array<int, string>}> */
    public static function paints(): iterable
    {
        $ours = ['Sluice & Staithe', 'First', 'Buoy Red', 'PR254'];
        yield 'letter for letter' => ['same', $ours, $ours];
        yield 'other spaces, case and spelling of the code' => ['same', ['SLUICE  & Staithe', 'first', 'buoy red', 'p.r. 254'], $ours];
        yield 'no range' => ['unsure', ['Sluice & Staithe', '', 'Buoy Red', 'PR254'], $ours];
        yield 'other pigments under the name' => ['unsure', ['Sluice & Staithe', 'First', 'Buoy Red', 'PR255'], $ours];
        yield 'two slips of the pen in a long name' => ['unsure', ['Sluice & Staithe', 'First', 'Buoi Redd', 'PR254'], $ours];
        yield 'three are another name' => ['other', ['Sluice & Staithe', 'First', 'Bwoi Redd', 'PR254'], $ours];
        yield 'a slip and other pigments' => ['other', ['Sluice & Staithe', 'First', 'Buoi Red', 'PR255'], $ours];
        yield 'a slip in the maker' => ['unsure', ['Sluice & Staith', 'First', 'Buoy Red', 'PR254'], $ours];
        yield 'a slip in a short name is another name' => ['other', ['Withy Colours', 'Field', 'Shoals', 'PB36'], ['Withy Colours', 'Field', 'Shoal', 'PB36']];
        yield 'another maker' => ['other', ['Withy Colours', 'First', 'Buoy Red', 'PR254'], $ours];
        yield 'another order of the pigments is another statement' => ['unsure', ['Withy Colours', 'Field', 'Heron Grey', 'PBr7, PB29'], ['Withy Colours', 'Field', 'Heron Grey', 'PB29, PBr7']];
    }

    /**
     * @param array<int, string> $theirs
     * @param array<int, string> $ours
     */
    #[DataProvider('paints')]
    public function testAPaintIsRecognisedAskedAboutOrAnother(string $is, array $theirs, array $ours): void
    {
        [$a, $b] = array_map(static fn (array $p): array => ['maker' => $p[0], 'range' => $p[1], 'name' => $p[2], 'pigments' => $p[3]], [$theirs, $ours]);
        self::assertSame($is, SamePaint::of($a, $b)->value);
        self::assertSame($is, SamePaint::of($b, $a)->value);
    }

    public function testWhyOneIsAskedIsTold(): void
    {
        self::assertSame('range: none there, First here', SamePaint::differs('Withy', '', 'Dune', 'PY42', 'Withy', 'First', 'dune', 'PY42'));
    }

    public function testTestsGoToAnotherHandAndToWhoHasLeastToDo(): void
    {
        $plan = SharedPlan::of([
            ['key' => 'a', 'gain' => 1.0, 'holders' => ['tamsin', 'odo'], 'testedBy' => ['tamsin']],
            ['key' => 'b', 'gain' => 0.9, 'holders' => ['tamsin', 'odo'], 'testedBy' => []],
            ['key' => 'c', 'gain' => 0.8, 'holders' => ['odo', 'wenna'], 'testedBy' => []],
            ['key' => 'd', 'gain' => 1.5, 'holders' => ['tamsin'], 'testedBy' => ['tamsin']],
            ['key' => 'e', 'gain' => 9.0, 'holders' => [], 'testedBy' => []],
        ], 10);
        self::assertSame(['a' => 'odo', 'b' => 'tamsin', 'c' => 'wenna', 'd' => 'tamsin', 'e' => null], array_column($plan, 'tester', 'key'));
        // The same hand again tells half as much; what nobody has stands last.
        self::assertSame(['a' => false, 'b' => false, 'c' => false, 'd' => true, 'e' => false], array_column($plan, 'sameHand', 'key'));
        self::assertSame(0.75, array_column($plan, 'gain', 'key')['d']);
        self::assertCount(2, SharedPlan::of([['key' => 'a', 'gain' => 1.0, 'holders' => [], 'testedBy' => []], ['key' => 'b', 'gain' => 1.0, 'holders' => [], 'testedBy' => []], ['key' => 'c', 'gain' => 1.0, 'holders' => [], 'testedBy' => []]], 2));
    }

    public function testARecordIsKnownByTheSameFingerprintHereAsInABrowser(): void
    {
        $record = json_decode((string) file_get_contents(dirname(__DIR__).'/Support/fingerprint.json'), true);
        self::assertTrue(RecordFingerprint::holds($record));
        self::assertTrue(RecordFingerprint::holds(['by' => 'nobody'] + $record));
        self::assertFalse(RecordFingerprint::holds(['revision' => 2] + $record));
    }

    public function testASignatureIsOfOneStatementByOneKey(): void
    {
        $pair = Signature::keyPair();
        $said = Signature::ofRecord(self::CARD, strtoupper(self::CARD), 1, 'ab', null);
        $signature = Signature::of(array_reverse($said), $pair['secret_key']);
        self::assertSame($pair['public_key'], $signature['key']);
        self::assertTrue(Signature::holds($said, $signature), 'The order of members is no matter, nor the case of a name.');
        foreach (['ledger', 'card', 'number', 'fingerprint', 'evidence'] as $what) {
            self::assertFalse(Signature::holds([$what => 2] + $said, $signature), $what);
        }
        foreach ([['key' => Signature::keyPair()['public_key']], ['key' => ''], ['value' => ''], ['value' => 'tide'], ['value' => base64_encode(str_repeat('x', 64))]] as $other) {
            self::assertFalse(Signature::holds($said, $other + $signature));
        }
        self::assertMatchesRegularExpression('/^([0-9a-f]{4} ){3}[0-9a-f]{4}$/D', Signature::aloud($pair['public_key']));
        self::assertNotSame(Signature::aloud($pair['public_key']), Signature::aloud(Signature::keyPair()['public_key']));
    }

    /** @return array<string, mixed> */
    private static function list(): array
    {
        $print = str_repeat('ab', 32);
        $name = Bundle::name('records', self::CARD, 1, $print);

        return ['ledger' => ['uuid' => self::CARD, 'name' => 'Grey Tide circle'], 'madeAt' => '', 'about' => '', 'fingerprint' => '', 'files' => [$name => ['bytes' => 3, 'sha256' => ''], 'said.json' => ['bytes' => 3, 'sha256' => '']],
            'records' => [['card' => self::CARD, 'number' => 1, 'fingerprint' => $print, 'title' => 'Reds', 'home' => ['uuid' => self::CARD, 'name' => ''], 'record' => $name, 'evidence' => null]], 'signature' => ['key' => '', 'value' => '']];
    }

    /** @return iterable<string, array{string, \Closure(array<string, mixed>): array<string, mixed>}> */
    public static function lists(): iterable
    {
        $file = static fn (string $name): \Closure => static fn (array $l): array => array_replace_recursive($l, ['files' => [$name => ['bytes' => 1, 'sha256' => '']]]);
        yield 'a path that climbs' => ['no name of a part', $file('records/../../etc/passwd')];
        yield 'an absolute path' => ['no name of a part', $file('/tmp/x.json')];
        yield 'another kind of picture' => ['no name of a part', $file('pictures/'.str_repeat('a', 64).'.php')];
        yield 'a name with a line break' => ['no name of a part', $file("said.json\n")];
        yield 'a part of nine gigabytes' => ['more than 8 GB', static fn (array $l): array => array_replace_recursive($l, ['files' => ['said.json' => ['bytes' => 9_000_000_000]]])];
        yield 'a record that is not listed' => ['does not list', static fn (array $l): array => ['files' => []] + $l];
        yield 'a record under another name' => ['does not list', static fn (array $l): array => array_replace_recursive($l, ['records' => [['number' => 2]]])];
        yield 'a record twice' => ['twice', static fn (array $l): array => ['records' => [$l['records'][0], $l['records'][0]]] + $l];
    }

    /** @param \Closure(array<string, mixed>): array<string, mixed> $spoil */
    #[DataProvider('lists')]
    public function testAListThatMeansNoGoodIsRefused(string $sentence, \Closure $spoil): void
    {
        self::assertCount(1, Bundle::of(self::list())->records);
        $this->expectException(CoreException::class);
        $this->expectExceptionMessageMatches("/$sentence/");
        Bundle::of($spoil(self::list()));
    }

    public function testAShortTextDoesNotGrowIntoMuchMemory(): void
    {
        $of = static fn (int $nests): string => '{"a":['.implode(',', array_fill(0, $nests - 2, '[]')).']}';
        self::assertCount(Bundle::MOST_NESTS - 2, Bundle::json('said.json', $of(Bundle::MOST_NESTS))['a']);
        foreach ([$of(Bundle::MOST_NESTS + 1), '['.str_repeat('1,', Bundle::MOST_VALUES).'1]', '{"a":"'.str_repeat('x', Bundle::MOST_JSON_BYTES).'"}', str_repeat('[', 41).str_repeat(']', 41), '7', 'tide'] as $text) {
            try {
                Bundle::json('said.json', $text);
                self::fail('Read: '.substr($text, 0, 20));
            } catch (CoreException $e) {
                self::assertStringContainsString('said.json', $e->getMessage());
            }
        }
    }

    public function testALedgerIsKnownByWhatItHoldsAndNotByTheOrder(): void
    {
        $entries = [LedgerState::revision('c', 1, 'f'), LedgerState::standing('s', 'c', true, 'why', 't'), LedgerState::question('q', 'c', null, 'Which?', 't', null), LedgerState::answer('a', 'q', 'That.', 't')];
        $print = LedgerState::fingerprint($entries);
        self::assertSame($print, LedgerState::fingerprint(array_reverse($entries)));
        foreach ([LedgerState::revision('c', 2, 'f'), LedgerState::standing('s', 'c', false, 'why', 't'), LedgerState::question('q', 'c', 1, 'Which?', 't', null), LedgerState::answer('a', 'q', 'This.', 't')] as $i => $other) {
            self::assertNotSame($print, LedgerState::fingerprint(array_replace($entries, [$i => $other])));
        }
        self::assertNotSame($print, LedgerState::fingerprint(array_replace($entries, [2 => LedgerState::question('q', 'c', null, 'Which?', 't', 'later')])));
    }

    public function testColoursForProgramsThatDrawSayThatScreensLie(): void
    {
        $colours = [['name' => 'Beacon Red full', 'hex' => '#c0203f'], ['name' => "Beacon  Red\nfull", 'hex' => '#0a0b0c'], ['name' => 'Größe */', 'hex' => '#ffffff']];
        $gimp = explode("\n", ColourList::gimp('Reds', $colours));
        self::assertSame(['GIMP Palette', 'Name: Reds', 'Columns: 3'], array_slice($gimp, 0, 3));
        self::assertSame(["192  32  63\tBeacon Red full", " 10  11  12\tBeacon Red full"], array_slice($gimp, 5, 2));
        $css = ColourList::css('Reds */ body {', $colours);
        self::assertSame(1, substr_count($css, '*/'), 'The title ends no comment.');
        preg_match_all('/^  (--[a-z0-9-]+): (#[0-9a-f]{6});$/m', $css, $m);
        self::assertSame(['--beacon-red-full', '--beacon-red-full-2', '--gr-e'], $m[1]);
        foreach ([$css, implode("\n", $gimp)] as $text) {
            self::assertStringContainsString('A screen lies', $text);
        }
    }

    public function testWhatARecordDoesNotKnowIsAList(): void
    {
        $row = ['row' => 1, 'conditions' => ['state' => ['value' => 'fresh from the tube']], 'pan' => ['batch' => 'W-1', 'got' => 'bought'], 'paint' => ['statement' => ['stated' => true]], 'ratings' => [['property' => 'staining', 'status' => 'measured']], 'spoiled' => []];
        $other = [...$row, 'row' => 2, 'conditions' => [], 'pan' => ['batch' => '', 'got' => ''], 'ratings' => [['property' => 'staining', 'status' => 'not-tested', 'reason' => 'no wash']], 'spoiled' => [['property' => null, 'reason' => 'wet']]];
        $record = ['kind' => 'fade', 'paper' => 'Fleet Mill', 'side' => 'felt side', 'hanging' => [], 'measurement' => [], 'rows' => [$row]];
        self::assertSame([], RecordGaps::of($record));
        $of = static fn (array $changes): array => array_map(static fn (array $g): string => "$g[row] $g[gap]", RecordGaps::of([...$record, ...$changes]));
        self::assertSame([' the paper is not known'], $of(['paper' => 'not recorded, other']));
        self::assertSame([' the side of the paper is not known'], $of(['side' => 'side unknown']));
        self::assertSame([' where it hung is not recorded'], $of(['hanging' => null]));
        self::assertSame([' nothing was measured; it was judged by eye'], $of(['measurement' => null]));
        self::assertSame(['2 whether the paint was fresh or re-wet is not recorded', '2 the batch is not known', '2 how the paint was come by is not said', '2 staining: no wash', '2 the whole row left out: wet'], $of(['rows' => [$row, $other]]));
        // On a test card, what nobody wrote down is a gap of the card, once.
        self::assertContains(' the water is not recorded', $of(['kind' => 'property']));
    }
}

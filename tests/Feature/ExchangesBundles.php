<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\WithdrawRecord;
use App\Ledger\Settle;
use App\Ledger\WriteBundle;
use App\Models\Answer;
use App\Models\Bundle;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Question;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\Signature;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\TwoLedgers;

/** Two ledgers, and bundles between them that somebody changed on their way. */
trait ExchangesBundles
{
    private static function folder(): string
    {
        return dirname(__DIR__, 2).'/build/two-ledgers-'.getmypid();
    }

    protected function tearDown(): void
    {
        Carbon::setTestNow();
        array_map(unlink(...), glob(self::folder().'/*') ?: []);
        parent::tearDown();
    }

    private static function lose(Card $card): void
    {
        Settle::clear($card);
        $card->revisions()->delete();
        $card->delete();
    }

    private static function written(TwoLedgers $two, int $house): string
    {
        $path = self::folder().'/whole.zip';
        @unlink($path);
        $two->in($house, static fn () => WriteBundle::to($path, WriteBundle::cards(), 'all records', false));

        return $path;
    }

    /**
     * Changes a bundle and signs its list anew, with the key of the ledger that wrote it unless another is given; '' leaves the old signature.
     *
     * @param \Closure(array<string, mixed>, array<string, string>): array<string, mixed> $change
     */
    private static function rewritten(string $path, \Closure $change, ?string $secret = null): void
    {
        $zip = new \ZipArchive;
        $zip->open($path);
        $parts = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $parts[(string) $zip->getNameIndex($i)] = (string) $zip->getFromIndex($i);
        }
        $list = json_decode($parts['bundle.json'], true);
        $list = $change($list, $parts);
        foreach (array_diff_key($parts, ['bundle.json' => 0]) as $name => $text) {
            $list['files'][$name] = ['bytes' => strlen($text), 'sha256' => hash('sha256', $text)];
            $zip->addFromString($name, $text);
        }
        if ($secret !== '') {
            unset($list['signature']);
            $list['signature'] = Signature::of($list, $secret ?? (string) DB::connection('house0')->table('ledgers')->where('own', true)->value('secret_key'));
        }
        $zip->addFromString('bundle.json', (string) json_encode($list));
        $zip->close();
    }

    /**
     * @param array<string, mixed> $list
     * @param array<string, string> $parts
     *
     * @param-out array<string, string> $parts
     *
     * @param \Closure(array<string, mixed>): array<string, mixed> $change of every part of evidence
     *
     * @return array<string, mixed>
     */
    private static function withEvidence(array $list, array &$parts, \Closure $change): array
    {
        foreach ($parts as $name => $text) {
            $parts[$name] = str_starts_with($name, 'evidence/') ? (string) json_encode($change(json_decode($text, true))) : $text;
        }

        return $list;
    }

    private static function twoWithRecords(int $records): TwoLedgers
    {
        $two = TwoLedgers::begin(new Randomizer(new Mt19937(7)), self::folder(), false);
        for ($i = 0; $i < $records; $i++) {
            $two->publish(0);
        }
        $two->in(0, static function (): void {
            $card = Card::query()->firstOrFail();
            WithdrawRecord::of($card, User::query()->firstOrFail(), 'the pan was another one');
            $question = Question::query()->create(['uuid' => self::uuid(), 'by_id' => 1, 'at' => now(), 'card_id' => $card->id, 'row' => 1, 'text' => 'Which batch?']);
            Answer::query()->create(['uuid' => self::uuid(), 'by_id' => 2, 'at' => now(), 'question_id' => $question->id, 'text' => 'W-1.']);
        });

        return $two;
    }
}

<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Imaging\PictureStore;
use App\Models\Answer;
use App\Models\Card;
use App\Models\CompressedJson;
use App\Models\Ledger;
use App\Models\Question;
use App\Models\Revision;
use App\Models\Standing;
use App\Queries\RecordEvidence;
use App\Storage\NoRoom;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\Signature;
use ZipArchive;

/**
 * Writes records of this ledger, and of others that it took in, for another one to take in.
 *
 * @phpstan-type WriteBundleSaid array{
 *     format: 'marsh-trial/said', version: int, people: list<array{uuid: mixed, name: mixed}>,
 *     standings: list<array{
 *         uuid: string, card: mixed, withdrawn: bool, because: string, by: string, at: string,
 *         signature: array{key: string, value: string},
 *     }>,
 *     questions: list<array{
 *         uuid: string, card: mixed, row: int|null, text: string, by: string, at: string, closedAt: string|null,
 *     }>,
 *     answers: list<array{uuid: string, question: string, text: string, by: string, at: string}>,
 * }
 */
final class WriteBundle
{
    /** Written to the archive so many at a time, since it holds on to every text until it is closed. */
    private const AT_ONCE = 40;

    /** @var array<string, array{bytes: int, sha256: string}> */
    private array $files = [];

    private int $waiting = 0;

    private function __construct(private ZipArchive $zip, private readonly string $path) {}

    /**
     * @param Builder $cards ids of published cards
     * @param string $about what was asked for, in words
     * @param (callable(float): void)|null $progress
     *
     * @throws CoreException when nothing of it is published
     */
    public static function to(string $path, Builder $cards, string $about, bool $pictures, ?callable $progress = null): void
    {
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new NoRoom('The file could not be begun.');
        }
        try {
            (new self($zip, $path))->write($cards, $about, $pictures, $progress ?? static fn (float $done) => null);
        } catch (\Throwable $e) {
            @unlink($path);
            throw $e;
        }
    }

    /** @return Builder ids of the cards that are published, of a code, or of all */
    public static function cards(?string $code = null): Builder
    {
        return DB::table('cards')->whereNotNull('published_at')->whereExists(static fn (Builder $q) => $q->from('revisions')->whereColumn('revisions.card_id', 'cards.id'))
            ->when($code !== null, static fn (Builder $q) => $q->whereIn('cards.id', DB::table('specimens')->join('pans', 'pans.id', '=', 'specimens.pan_id')->join('paint_codes', 'paint_codes.paint_id', '=', 'pans.paint_id')->where('paint_codes.code', $code)->select('specimens.card_id')))->select('cards.id');
    }

    private function write(Builder $cards, string $about, bool $pictures, callable $progress): void
    {
        self::ofOneMoment(function () use ($cards, $about, $pictures, $progress): void {
            $own = Ledger::own();
            $homes = Ledger::query()->get()->keyBy('id');
            $all = Revision::query()->whereIn('card_id', clone $cards)->count();
            if ($all === 0) {
                throw new CoreException('No record of this is published, so there is nothing to take along.');
            }
            $records = [];
            $kept = [];
            foreach (Revision::query()->with('card')->whereIn('card_id', clone $cards)->lazyById(10) as $revision) {
                $home = $homes[$revision->card->ledger_id ?? $own->id];
                $evidence = $this->evidence($revision);
                $name = static fn (string $kind): string => Bundle::name($kind, $revision->card->uuid, $revision->number, $revision->fingerprint);
                $this->json($name('records'), ['fingerprint' => $revision->fingerprint] + $revision->record);
                if ($evidence !== null) {
                    $this->text($name('evidence'), $evidence);
                    $kept += $pictures ? array_column(json_decode($evidence, true, flags: JSON_THROW_ON_ERROR)['pictures'], 'extension', 'sha256') : [];
                }
                $records[] = [
                    'card' => $revision->card->uuid, 'number' => $revision->number, 'fingerprint' => $revision->fingerprint, 'title' => $revision->title, 'home' => $home->named(), 'record' => $name('records'), 'evidence' => $evidence === null ? null : $name('evidence'),
                    // Whoever passes a record on passes on what its ledger signed.
                    'signature' => $revision->signature ?? $own->sign(Signature::ofRecord($home->uuid, $revision->card->uuid, $revision->number, $revision->fingerprint, $evidence === null ? null : hash('sha256', $evidence))),
                ];
                $progress(0.8 * count($records) / $all);
            }
            foreach ($kept as $sha256 => $extension) {
                $this->picture((string) $sha256, $extension);
            }
            $this->json(Bundle::SAID, self::said($cards));
            $list = [
                'format' => Bundle::FORMAT, 'version' => Bundle::VERSION, 'ledger' => $own->named(), 'madeAt' => now()->toIso8601String(), 'about' => $about, 'fingerprint' => Entries::fingerprint($cards), 'records' => $records, 'files' => $this->files,
            ];
            $this->zip->addFromString(Bundle::LIST, self::encoded($list + ['signature' => $own->sign($list)]));
            if (! @$this->zip->close()) {
                throw new NoRoom('The file could not be written to its end.');
            }
            $progress(1.0);
        });
    }

    /** What is written is one moment of the ledger, whatever is published meanwhile; nobody waits for it. */
    private static function ofOneMoment(\Closure $read): void
    {
        if (DB::transactionLevel() > 0) {
            $read();

            return;
        }
        $pdo = DB::connection()->getPdo();
        $pdo->exec('BEGIN DEFERRED');
        try {
            $read();
        } finally {
            $pdo->exec('COMMIT');
        }
    }

    /** What a revision rests on, to the letter as its ledger signed it, or as it stands now where it was never kept. */
    private function evidence(Revision $revision): ?string
    {
        $kept = $revision->getRawOriginal('evidence');
        if ($kept !== null) {
            return CompressedJson::text((string) $kept);
        }

        return $revision->bundle_id === null && $this->isNewest($revision) ? self::encoded(RecordEvidence::of($revision->card, ['fingerprint' => $revision->fingerprint] + $revision->record)) : null;
    }

    private function isNewest(Revision $revision): bool
    {
        return Revision::query()->where('card_id', $revision->card_id)->where('id', '>', $revision->id)->doesntExist();
    }

    /** @return WriteBundleSaid */
    private static function said(Builder $cards): array
    {
        $own = Ledger::own();
        $cardUuids = Card::query()->whereIn('id', clone $cards)->pluck('uuid', 'id');
        $standings = Standing::query()->with('by')->whereIn('card_id', clone $cards)->whereNull('hidden_at')->orderBy('id')->get();
        $questions = Question::query()->with('by')->whereIn('card_id', clone $cards)->whereNull('hidden_at')->orderBy('id')->get();
        $answers = Answer::query()->with('by', 'question')->whereIn('question_id', $questions->pluck('id'))->whereNull('hidden_at')->orderBy('id')->get();
        $people = $standings->pluck('by')->concat($questions->pluck('by'))->concat($answers->pluck('by'))->unique('id');

        return [
            'format' => Bundle::SAID_FORMAT, 'version' => Bundle::VERSION,
            'people' => array_values($people->map(static fn ($u): array => ['uuid' => $u->uuid, 'name' => $u->name])->all()),
            'standings' => array_values($standings->map(static fn (Standing $s): array => [
                'uuid' => $s->uuid, 'card' => $cardUuids[$s->card_id], 'withdrawn' => $s->withdrawn, 'because' => $s->because, 'by' => $s->by->uuid, 'at' => Entries::second($s->at),
                'signature' => $s->signature ?? $own->sign(Signature::ofStanding($own->uuid, $s->uuid, $cardUuids[$s->card_id], $s->withdrawn, $s->because, $s->by->uuid, Entries::second($s->at))),
            ])->all()),
            'questions' => array_values($questions->map(static fn (Question $q): array => ['uuid' => $q->uuid, 'card' => $cardUuids[$q->card_id], 'row' => $q->row, 'text' => $q->text, 'by' => $q->by->uuid, 'at' => Entries::second($q->at), 'closedAt' => $q->closed_at === null ? null : Entries::second($q->closed_at)])->all()),
            'answers' => array_values($answers->map(static fn (Answer $a): array => ['uuid' => $a->uuid, 'question' => $a->question->uuid, 'text' => $a->text, 'by' => $a->by->uuid, 'at' => Entries::second($a->at)])->all()),
        ];
    }

    /** @param array<string, mixed> $part */
    private static function encoded(array $part): string
    {
        return json_encode($part, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }

    /** @param array<string, mixed> $part */
    private function json(string $name, array $part): void
    {
        $this->text($name, self::encoded($part));
    }

    private function text(string $name, string $text): void
    {
        $this->files[$name] = ['bytes' => strlen($text), 'sha256' => hash('sha256', $text)];
        $this->zip->addFromString($name, $text);
        $this->flush();
    }

    private function picture(string $sha256, string $extension): void
    {
        $path = PictureStore::whole($sha256, $extension);
        if (is_file($path)) {
            $name = Bundle::picture($sha256, $extension);
            $this->files[$name] = ['bytes' => (int) filesize($path), 'sha256' => $sha256];
            $this->zip->addFile($path, $name);
            // Pictures are compressed already.
            $this->zip->setCompressionName($name, ZipArchive::CM_STORE);
            $this->flush();
        }
    }

    private function flush(): void
    {
        if (++$this->waiting >= self::AT_ONCE) {
            $this->waiting = 0;
            if (! @$this->zip->close() || $this->zip->open($this->path) !== true) {
                throw new NoRoom('The file could not be written to its end.');
            }
        }
    }

    /** @return string path of a file that the caller deletes */
    public static function beside(): string
    {
        $folder = storage_path('app/exports');
        @mkdir($folder, 0770, true);

        return "$folder/".Str::random(24).'.zip';
    }
}

<?php

declare(strict_types=1);

namespace App\Actions;

use App\Ledger\Archives\Shelf;
use App\Models\BenchSession;
use App\Models\CaptureProfile;
use App\Models\Card;
use App\Models\CompressedJson;
use App\Models\Import;
use App\Models\Mix;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\PasswordLink;
use App\Models\PhoneLink;
use App\Models\Picture;
use App\Models\Revision;
use App\Models\SignIn;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Lets a person go: what they published stays under a name of their choice, drafts go or pass to a steward, and nothing else of theirs is kept. */
final class RemovePerson
{
    public const FORMER = 'a former tester';

    /** @return array{published: int, drafts: int, sessions: int, pans: int} */
    public static function counts(User $user): array
    {
        return [
            'published' => Card::query()->where('owner_id', $user->id)->whereNotNull('published_at')->count(),
            'drafts' => Card::query()->where('owner_id', $user->id)->whereNull('published_at')->count(),
            'sessions' => BenchSession::query()->where('owner_id', $user->id)->count(),
            'pans' => Pan::query()->where('owner_id', $user->id)->count(),
        ];
    }

    /** @param string $name under which the published records stay; '': as a former tester */
    public static function from(User $user, string $name, ?User $heir): void
    {
        DB::transaction(static function () use ($user, $name, $heir): void {
            $user->refresh();
            if ($user->removed_at !== null) {
                return;
            }
            if ($user->isLastSteward()) {
                throw new CoreException('This is the last steward; make another tester one first.');
            }
            if ($heir?->is($user)) {
                throw new CoreException('Drafts cannot pass to the person who leaves. Choose another steward.');
            }
            self::drafts($user, $heir);
            self::collection($user);
            $name = $name === '' ? self::FORMER : $name;
            self::rename($user, $name);
            foreach ([SignIn::class, PasswordLink::class] as $model) {
                $model::query()->where('user_id', $user->id)->delete();
            }
            // Nor does what they began let anybody in any more.
            PasswordLink::query()->where('made_by_id', $user->id)->delete();
            PhoneLink::endOf($user);
            DB::table('session_people')->where('user_id', $user->id)->delete();
            self::opinions($user);
            DB::afterCommit(static fn () => Shelf::clear(all: true));
            $user->update(['name' => $name, 'email' => "$user->uuid@removed.invalid", 'password' => Str::password(40), 'remember_token' => null, 'is_steward' => false, 'removed_at' => now()]);
        });
    }

    /** What they made of paints was theirs; what they shared of it stays under the name that stays. */
    private static function opinions(User $user): void
    {
        $user->tokens()->delete();
        DB::table('invitations')->where('by_id', $user->id)->whereNull('used_by_id')->delete();
        foreach (['looks', 'hearts', 'follows'] as $table) {
            DB::table($table)->where('user_id', $user->id)->delete();
        }
        foreach (['decisions', 'groups', 'studies'] as $table) {
            DB::table($table)->where('owner_id', $user->id)->where('shared', false)->delete();
        }
        DB::table('pan_sets')->where('owner_id', $user->id)->delete();
    }

    private static function drafts(User $user, ?User $heir): void
    {
        $drafts = Card::query()->where('owner_id', $user->id)->whereNull('published_at');
        if ($heir !== null) {
            Picture::query()->whereIn('card_id', (clone $drafts)->select('id'))->where('owner_id', $user->id)->update(['owner_id' => $heir->id]);
            $drafts->update(['owner_id' => $heir->id]);
            foreach ([BenchSession::class, CaptureProfile::class] as $model) {
                $model::query()->where('owner_id', $user->id)->update(['owner_id' => $heir->id]);
            }

            return;
        }
        $drafts->get()->each(RemoveDraft::card(...));
        BenchSession::query()->where('owner_id', $user->id)->whereNotIn('id', Card::query()->whereNotNull('bench_session_id')->select('bench_session_id'))->get()->each->delete();
        CaptureProfile::query()->where('owner_id', $user->id)->delete();
    }

    /** Pans that were tested stay as what was tested, without where they were kept, what was paid, and what was noted. */
    private static function collection(User $user): void
    {
        Import::query()->where('owner_id', $user->id)->get()->each(static function (Import $import): void {
            $path = $import->path();
            $import->delete();
            DB::afterCommit(static fn () => @unlink($path));
        });
        Pan::query()->where('owner_id', $user->id)->whereNotIn('id', DB::table('specimens')->select('pan_id'))->delete();
        Pan::query()->where('owner_id', $user->id)->update(['palette_id' => null, 'slot' => null, 'kept_at' => '', 'note' => '', 'extras' => null, 'price_minor' => null, 'currency' => null, 'partner' => null]);
        Palette::query()->where('owner_id', $user->id)->delete();
        Mix::query()->where('owner_id', $user->id)->delete();
    }

    /** A published record never changes but in this: who leaves may take their name along. */
    private static function rename(User $user, string $name): void
    {
        // Their name stands in records of others too: verdicts, readings, answers. Kept as text of either spelling, and compressed.
        $written = array_unique([(string) json_encode($user->name), (string) json_encode($user->name, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)]);
        $namesThem = static fn (?string $kept): bool => $kept !== null && array_filter($written, static fn (string $w): bool => str_contains(CompressedJson::text($kept), $w)) !== [];
        // What another ledger signed names people of its own, and is passed on to the letter.
        foreach (DB::table('revisions')->whereNull('signature')->orderBy('id')->select('id', 'record', 'evidence')->lazyById(50) as $kept) {
            if (! $namesThem($kept->record) && ! $namesThem($kept->evidence)) {
                continue;
            }
            $revision = Revision::withStaged()->findOrFail($kept->id);
            $record = $revision->record;
            array_walk_recursive($record, static function (mixed &$value, int|string $key) use ($user, $name): void {
                if (in_array($key, ['by', 'owner', 'publishedBy'], true) && $value === $user->name) {
                    $value = $name;
                }
            });
            $evidence = $revision->evidence;
            foreach ($evidence['people'] ?? [] as $i => $person) {
                if ($person['uuid'] === $user->uuid) {
                    $evidence['people'][$i]['name'] = $name;
                }
            }
            $revision->update(['record' => $record, 'evidence' => $evidence]);
        }
    }
}

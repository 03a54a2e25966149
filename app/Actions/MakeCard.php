<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Specimen;
use App\Models\User;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\OwnFrame;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use Ramsey\Uuid\Uuid;

/** Makes a card for chosen pans on a paper. Its layout is fixed from then on: it may already be printed. */
final class MakeCard
{
    /** Where one's swatches of any time are kept: one for every tester, made when it is first asked for. */
    public static function drawer(User $user): Card
    {
        return DB::transaction(static function () use ($user): Card {
            $there = Card::query()->where('owner_id', $user->id)->where('kind', CardKind::Pocket->value)->first();
            if ($there !== null) {
                return $there;
            }
            // Known beforehand, since the demo's pictures are painted from it.
            $uuid = Uuid::uuid5(Uuid::NAMESPACE_OID, "drawer of $user->uuid")->toString();

            return Card::put($uuid, ['title' => 'Swatches', 'paper_id' => self::unknownPaper()->id, 'paper_side' => 'not recorded', 'note' => '', 'kind' => CardKind::Pocket->value, 'layout' => LayoutJson::toArray(PocketFrame::layout($uuid, 'Swatches'))]);
        });
    }

    /** Every swatch has its own paper, as far as it is known. */
    private static function unknownPaper(): Paper
    {
        return Paper::query()->where('maker', 'not recorded')->first() ?? Paper::put((string) Str::uuid(), ['maker' => 'not recorded', 'fibre' => 'other', 'surface' => 'not recorded', 'weight_gsm' => null]);
    }

    /** A strip that the program did not print, of one paint. */
    public static function oldStrip(string $uuid, string $title, Pan $pan, string $note): Card
    {
        $paint = $pan->paint;
        $layout = OldStrip::layout($uuid, $title, new RowLabel(OldStrip::ROW, $pan->uuid, $paint->colour_name, $paint->maker->name, $paint->pigments));
        $card = Card::put($uuid, ['title' => $title, 'paper_id' => self::unknownPaper()->id, 'paper_side' => 'not recorded', 'note' => $note, 'kind' => CardKind::Halves->value, 'layout' => LayoutJson::toArray($layout)]);
        Specimen::query()->create(['uuid' => (string) Str::uuid(), 'card_id' => $card->id, 'pan_id' => $pan->id, 'row' => OldStrip::ROW, 'code_word' => null]);

        return $card;
    }

    /**
     * A frame with windows of one's own.
     *
     * @param list<array{name: string, x: float, y: float, width: float, height: float, paper: bool}> $windows mm on the sheet
     */
    public static function frame(string $uuid, string $title, Paper $paper, string $side, string $note, array $windows, ?string $ifMatch): Card
    {
        $values = ['title' => $title, 'paper_id' => $paper->id, 'paper_side' => $side, 'note' => $note];

        return self::renamed($uuid, $values, $ifMatch) ?? Card::put($uuid, [...$values, 'kind' => CardKind::Frame->value, 'layout' => LayoutJson::toArray(OwnFrame::layout($uuid, $title, $windows))]);
    }

    /**
     * What a card is called and painted on is its owner's to say, not a helper's.
     *
     * @param array<string, mixed> $values
     *
     * @return Card|null null when there is none yet
     */
    private static function renamed(string $uuid, array $values, ?string $ifMatch): ?Card
    {
        return DB::transaction(static function () use ($uuid, $values, $ifMatch): ?Card {
            $there = Card::query()->where('uuid', $uuid)->first();
            if ($there !== null) {
                Gate::authorize('publish', $there);
            }

            return $there?->change($values, $ifMatch);
        });
    }

    /**
     * @param list<string> $panUuids in row order
     * @param array<string, string> $protocols property => protocol, where it is not the usual one
     * @param list<Block>|null $blocks of a property card; null: the usual ones
     * @param array<string, string> $codeWords pan UUID => word that stands for the paint on the card of a blind session
     */
    public static function put(string $uuid, CardKind $kind, string $title, Paper $paper, string $side, string $note, array $panUuids, ?string $ifMatch, array $protocols = [], ?BenchSession $session = null, array $codeWords = [], ?array $blocks = null): Card
    {
        return DB::transaction(static function () use ($uuid, $kind, $title, $paper, $side, $note, $panUuids, $ifMatch, $protocols, $session, $codeWords, $blocks): Card {
            $values = ['title' => $title, 'paper_id' => $paper->id, 'paper_side' => $side, 'note' => $note];
            $there = self::renamed($uuid, $values, $ifMatch);
            if ($there !== null) {
                return $there;
            }
            // Pans of others stay theirs: their place, price and history are not shown to who only knows their names.
            $pans = Pan::query()->with('paint.maker')->where('owner_id', Auth::id())->whereIn('uuid', $panUuids)->get()->keyBy('uuid');
            $labels = $rows = [];
            foreach (array_values($panUuids) as $i => $panUuid) {
                $pan = $pans[$panUuid] ?? throw new CoreException('One of the chosen pans is no longer there, or is another tester’s.');
                $paint = $pan->paint;
                $word = $codeWords[$panUuid] ?? null;
                $labels[] = $word === null
                    ? new RowLabel($i + 1, $pan->uuid, $paint->colour_name, $paint->maker->name, $paint->pigments)
                    : new RowLabel($i + 1, $pan->uuid, $word, '', '');
                $rows[] = ['uuid' => (string) Str::uuid(), 'pan_id' => $pan->id, 'row' => $i + 1, 'code_word' => $word];
            }
            CardLayout::checkRows($labels);
            $named = Protocol::check($protocols);
            $layout = $kind === CardKind::Property ? PropertyCard::layout($uuid, $title, $labels, $named, $blocks) : FadeCard::layout($uuid, $title, $labels, array_diff_key($named, ['staining' => '']));
            $card = Card::put($uuid, [...$values, 'kind' => $kind->value, 'layout' => LayoutJson::toArray($layout), 'bench_session_id' => $session?->id]);
            foreach ($rows as $row) {
                Specimen::query()->create([...$row, 'card_id' => $card->id]);
            }

            return $card;
        });
    }
}

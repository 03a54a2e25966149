<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RepeatRecord;
use App\Http\JsonResponse;
use App\Http\Requests\Ledger\PutAnswerRequest;
use App\Http\Requests\Ledger\PutQuestionRequest;
use App\Http\Requests\Ledger\PutRepeatRequest;
use App\Models\Answer;
use App\Models\Card;
use App\Models\EditionNeeded;
use App\Models\Question;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/**
 * What testers have to do with each other's records: questions, answers, repeats.
 *
 * @phpstan-import-type RepeatRecordPlan from \App\Actions\RepeatRecord
 */
final class TalkController extends Controller
{
    /**
     * Asked once, never changed; the same call again is the same question.
     *
     * @return JsonResponse<array{uuid: string}>
     */
    public function ask(PutQuestionRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $card = self::published($values['card']);
        $question = Question::query()->where('uuid', $uuid)->first() ?? Question::query()->create(['uuid' => $uuid, 'by_id' => $this->me($request)->id, 'at' => now()->startOfSecond(), 'card_id' => $card->id, 'row' => $values['row'] ?? null, 'text' => trim($values['text'])]);
        if ($question->by_id !== $this->me($request)->id || $question->card_id !== $card->id) {
            throw new CoreException('There is another question under this name.');
        }
        self::refuseOtherWords($question, $values['text']);

        return new JsonResponse(['uuid' => $question->uuid], $question->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<array{uuid: string}> */
    public function answer(PutAnswerRequest $request, Question $question, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $answer = DB::transaction(function () use ($request, $question, $uuid, $values): Answer {
            $there = Answer::query()->where('uuid', $uuid)->first();
            if ($there === null && $question->closed_at !== null) {
                throw new CoreException('The question is closed: whoever asked it has what they wanted to know. Ask a new one.');
            }

            return $there ?? Answer::query()->create(['uuid' => $uuid, 'by_id' => $this->me($request)->id, 'at' => now()->startOfSecond(), 'question_id' => $question->id, 'text' => trim($values['text'])]);
        });
        if ($answer->by_id !== $this->me($request)->id || $answer->question_id !== $question->id) {
            throw new CoreException('There is another answer under this name.');
        }
        self::refuseOtherWords($answer, $values['text']);

        return new JsonResponse(['uuid' => $answer->uuid], $answer->wasRecentlyCreated ? 201 : 200);
    }

    /** What was said stays as it was said; other words under its name are not dropped in silence. */
    private static function refuseOtherWords(Question|Answer $said, string $text): void
    {
        if ($said->text !== trim($text)) {
            throw new EditionNeeded;
        }
    }

    /**
     * Whoever asked says when it is answered.
     *
     * @return JsonResponse<null>
     */
    public function close(Request $request, Question $question): JsonResponse
    {
        abort_unless($question->by_id === $this->me($request)->id, 403);
        $question->update(['closed_at' => $question->closed_at ?? now()->startOfSecond()]);

        return new JsonResponse(null, 204);
    }

    /** @return JsonResponse<RepeatRecordPlan> */
    public function plan(Request $request, string $card): JsonResponse
    {
        return new JsonResponse(RepeatRecord::plan(self::published($card), $this->me($request)));
    }

    /** @return JsonResponse<array{session: string}> */
    public function repeat(PutRepeatRequest $request, string $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $session = RepeatRecord::of(self::published($card), $uuid, $values['pans'], $values['plannedOn'] ?? now()->toDateString(), $this->me($request));

        return new JsonResponse(['session' => $session->uuid], $session->wasRecentlyCreated ? 201 : 200);
    }

    private static function published(string $uuid): Card
    {
        return Card::query()->where('uuid', $uuid)->whereNotNull('published_at')->first() ?? throw (new ModelNotFoundException)->setModel(Card::class);
    }
}

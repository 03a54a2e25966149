<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepProfile;
use App\Http\JsonResponse;
use App\Http\Requests\Capture\CheckProfileRequest;
use App\Http\Requests\Capture\PutProfileRequest;
use App\Http\Requests\Capture\PutTargetRequest;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Queries\CaptureView;
use Illuminate\Http\Response;
use MarshTrial\Core\Card\TargetPrinter;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Simulation\TargetStandIn;

/**
 * Targets of known colour and the profiles of scanners and cameras.
 *
 * @phpstan-import-type CaptureAll from \App\Queries\CaptureView
 */
final class CaptureController extends Controller
{
    /** @return JsonResponse<CaptureAll> */
    public function index(): JsonResponse
    {
        return new JsonResponse(CaptureView::all());
    }

    /** @return JsonResponse<CaptureAll> */
    public function putTarget(PutTargetRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $text = ($values['standIn'] ?? false) ? TargetStandIn::full()->referenceFile() : (string) file_get_contents($request->upload()->getPathname());
        $samples = Readings::of($text);
        // A grid that cannot be printed is refused here, not when the first picture comes.
        TargetSheet::for(count($samples));
        CaptureTarget::put($uuid, ['name' => $values['name'], 'patches' => array_map(static fn (Sample $s): array => ['name' => $s->name, 'lab' => $s->lab->toArray()], $samples)]);

        return $this->index();
    }

    public function sheet(CaptureTarget $target): Response
    {
        return new Response(TargetPrinter::print(TargetSheet::for(count($target->patches)), $target->name), 200, ['Content-Type' => 'image/svg+xml']);
    }

    /** @return JsonResponse<CaptureAll> */
    public function destroyTarget(CaptureTarget $target): JsonResponse
    {
        $target->delete();

        return $this->index();
    }

    /** @return JsonResponse<CaptureAll> */
    public function putProfile(PutProfileRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $target = CaptureTarget::query()->where('uuid', $values['targetUuid'])->first() ?? throw new CoreException('This target is no longer there.');
        KeepProfile::make($uuid, $values['name'], $target, $request->upload()->getPathname());

        return $this->index();
    }

    /** @return JsonResponse<CaptureAll> */
    public function checkProfile(CheckProfileRequest $request, CaptureProfile $profile): JsonResponse
    {
        KeepProfile::check($profile, $request->upload()->getPathname());

        return $this->index();
    }

    /** @return JsonResponse<array<string, mixed>> the calibration, as docs/formats.md tells it */
    public function profile(CaptureProfile $profile): JsonResponse
    {
        return new JsonResponse($profile->calibration, 200, ['Content-Disposition' => 'attachment; filename="capture-profile.json"'], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }

    /** @return JsonResponse<CaptureAll> */
    public function destroyProfile(CaptureProfile $profile): JsonResponse
    {
        $profile->delete();

        return $this->index();
    }
}

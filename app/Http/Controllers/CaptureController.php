<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepProfile;
use App\Http\JsonResponse;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Queries\CaptureView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\Card\TargetPrinter;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Simulation\TargetStandIn;

/** Targets of known colour and the profiles of scanners and cameras. */
final class CaptureController extends Controller
{
    public function index(): JsonResponse
    {
        return new JsonResponse(CaptureView::all());
    }

    public function putTarget(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate(['name' => 'required|string|max:120', 'standIn' => 'nullable|boolean'], ['name.required' => 'Give the target a name.']);
        $text = ($values['standIn'] ?? false) ? TargetStandIn::full()->referenceFile() : $this->text($request);
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

    public function destroyTarget(CaptureTarget $target): JsonResponse
    {
        Gate::authorize('change', $target);
        $target->delete();

        return $this->index();
    }

    public function putProfile(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate(['name' => 'required|string|max:120', 'targetUuid' => 'required|uuid'], ['name.required' => 'Give the profile a name, such as “my scanner”.', 'targetUuid.required' => 'Choose the target in the picture.']);
        $target = CaptureTarget::query()->where('uuid', $values['targetUuid'])->first() ?? throw new CoreException('This target is no longer there.');
        KeepProfile::make($uuid, $values['name'], $target, $this->file($request, 'picture')->getPathname());

        return $this->index();
    }

    public function checkProfile(Request $request, CaptureProfile $profile): JsonResponse
    {
        Gate::authorize('change', $profile);
        KeepProfile::check($profile, $this->file($request, 'picture')->getPathname());

        return $this->index();
    }

    public function profile(CaptureProfile $profile): JsonResponse
    {
        return new JsonResponse($profile->calibration, 200, ['Content-Disposition' => 'attachment; filename="capture-profile.json"'], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }

    public function destroyProfile(CaptureProfile $profile): JsonResponse
    {
        Gate::authorize('change', $profile);
        $profile->delete();

        return $this->index();
    }

    private function text(Request $request): string
    {
        return (string) file_get_contents($this->file($request, 'file')->getPathname());
    }
}

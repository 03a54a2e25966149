<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use MarshTrial\Core\Exchange\Readings;

final class UploadPictureRequest extends UploadRequest
{
    protected const FILE = 'picture';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'takenAs' => 'nullable|in:scan,photo',
            'targetUuid' => 'nullable|uuid',
            'profileUuid' => 'nullable|uuid',
            'wedge' => 'nullable|string|max:300',
            'wet' => 'nullable|boolean',
            'checkUuid' => 'nullable|uuid',
        ];
    }

    /**
     * How the picture was taken, as far as it is told.
     *
     * @return array<string, mixed> columns of a picture
     */
    public function taken(): array
    {
        $wedge = $this->validated('wedge') ?? '';
        if ($wedge !== '') {
            Readings::wedge($wedge);
        }

        return [
            'taken_as' => $this->validated('takenAs'), 'wedge' => $wedge, 'wet' => (bool) $this->validated('wet'),
            'capture_target_id' => CaptureTarget::query()->where('uuid', $this->validated('targetUuid') ?? '')->value('id'),
            'capture_profile_id' => CaptureProfile::query()->where('uuid', $this->validated('profileUuid') ?? '')->value('id'),
        ];
    }
}

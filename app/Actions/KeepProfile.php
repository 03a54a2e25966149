<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureDecoder;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use Illuminate\Support\Facades\Date;
use MarshTrial\Core\Capture\ProfileMaker;
use MarshTrial\Core\CoreException;

/** Makes a profile of a device from a picture of a target, or checks one against another picture. */
final class KeepProfile
{
    public static function make(string $uuid, string $name, CaptureTarget $target, string $path): CaptureProfile
    {
        $calibration = ProfileMaker::of(PictureDecoder::decode($path)->pixels, $target->colours());

        return CaptureProfile::put($uuid, ['name' => $name, 'capture_target_id' => $target->id, 'calibration' => $calibration->toArray()]);
    }

    public static function check(CaptureProfile $profile, string $path): CaptureProfile
    {
        $target = $profile->target ?? throw new CoreException('The target that this profile was made with is no longer there, so it cannot be checked. Make the profile again.');
        $profile->update(['drift' => ProfileMaker::drift($profile->kept(), PictureDecoder::decode($path)->pixels, $target->colours()), 'checked_at' => Date::now()]);

        return $profile;
    }
}

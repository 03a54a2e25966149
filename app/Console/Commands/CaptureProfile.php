<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imaging\PictureDecoder;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\ProfileMaker;
use MarshTrial\Core\CoreException;

final class CaptureProfile extends CardCommand
{
    protected $signature = 'capture:profile {image : Picture of the colour target} {--target= : Reference file (CGATS) of the target} {--o|out= : Profile to write} {--check= : Saved profile to check for drift instead}';

    protected $description = 'Make a profile of a scanner or camera from a picture of a colour target, or check one for drift';

    protected function work(): void
    {
        $reference = $this->colours($this->option('target') ?? throw new CoreException('Say with --target= which reference file tells the colours of the target.'));
        $pixels = PictureDecoder::decode((string) $this->argument('image'))->pixels;
        if ($this->option('check') !== null) {
            $saved = Calibration::fromArray(json_decode($this->text((string) $this->option('check')), true));
            $this->line(sprintf('The profile reads the target dE00 %.2f off on the whole; it was %.2f when it was made.', ProfileMaker::drift($saved, $pixels, $reference), $saved->meanResidual() ?? 0));

            return;
        }
        $profile = ProfileMaker::of($pixels, $reference);
        $this->write($this->option('out') ?? throw new CoreException('Say with -o which profile to write.'), self::json($profile->toArray()));
        $this->line(sprintf('Wrote a profile from %d patches: residual dE00 %.2f on the whole, 95 %% within %.2f.', count($reference), $profile->meanResidual(), $profile->residual95()));
    }
}

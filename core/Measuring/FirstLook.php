<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\CapturedPicture;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\QualityCheck;

/** A look at a small copy before the picture itself is sent: whether the marks are there, and what is wrong with it. */
final readonly class FirstLook
{
    /**
     * @param bool $found marks and code were seen
     * @param int $placings pocket frames, or pieces of the card, that were seen
     * @param list<string> $says what is wrong, a sentence each; none where all is well
     */
    private function __construct(public bool $found, public int $placings, public array $says) {}

    /**
     * @param PixelGrid $small a copy, its longer side some 1 600 pixels
     * @param float $reducedBy how many times smaller it is than the picture
     */
    public static function at(PixelGrid $small, CardLayout $layout, float $reducedBy): self
    {
        try {
            $captured = CapturedPicture::of($small, $layout, new Capture(jpeg: true, photo: true, reducedBy: max(1.0, $reducedBy)));
        } catch (PictureFault $fault) {
            // Where it came to checks, the marks were found.
            return new self($fault->checks !== [], 0, [$fault->getMessage()]);
        }
        $says = array_values(array_map(static fn (QualityCheck $c): string => ucfirst($c->remark()).'.', array_filter($captured->checks, static fn (QualityCheck $c): bool => ! $c->isWithin())));
        if ($layout->kind === CardKind::Pocket && count($captured->pieces) > 1) {
            $says[] = count($captured->pieces).' frames are in this picture; each becomes a swatch of its own, and is asked for its paint.';
        }

        return new self(true, count($captured->pieces), $says);
    }
}

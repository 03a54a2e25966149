<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Capture\QualityCheck;
use MarshTrial\Core\CoreException;

/** A picture that cannot be measured; the message says why and what to do. */
final class PictureFault extends CoreException
{
    /** @var list<QualityCheck> what was checked before it was refused; empty where it did not come to that */
    public array $checks = [];

    public static function allDark(): self
    {
        return new self('The picture is black all over: no paper can be seen. Check the lid and the lamp, and scan again.');
    }

    public static function noMarks(): self
    {
        return new self('No card was recognised in this picture: the round marks in the corners were not found. The whole card must be in the picture, flat and not covered.');
    }

    public static function marksMissing(): self
    {
        return new self('Fewer than three marks of one card can be seen; at least three of the four are needed. Uncover them, move back until the whole card is in view, hold the camera straighter, and take the picture again.');
    }

    public static function tooCoarse(int $dpi, int $least): self
    {
        return new self("The picture has about $dpi dots per inch on the card; at least $least are needed. Scan again at 300.");
    }

    public static function tooFine(int $dpi, int $most): self
    {
        return new self("The picture has about $dpi dots per inch on the card; more than $most is not read. Scan again at 300.");
    }

    public static function codeUnreadable(): self
    {
        return new self('The card’s printed code could not be read: it is covered, smeared or cut off. Clean or reprint it and take the picture again.');
    }

    public static function otherCard(string $found, string $wanted): self
    {
        return new self("This is a picture of card $found, not of card $wanted.");
    }

    public static function pieceMissing(string $piece): self
    {
        return new self("The $piece piece of the card is not in this picture. Lay the kept and the exposed piece side by side and scan them together.");
    }

    public static function cutOff(): self
    {
        return new self('Part of the card lies outside the picture. Take it again with the whole card in view.');
    }

    public static function saturatedPatch(string $place): self
    {
        return new self("A patch of the target ($place) is at the end of the scale: the picture is overexposed, or light is mirrored there. Take it again darker or from another side.");
    }

    public static function noTarget(int $columns, int $rows): self
    {
        return new self("The target with $columns by $rows patches was not found beside the card. Lay it flat beside the card with its four marks in view, or measure without it.");
    }

    /** @param non-empty-list<QualityCheck> $checks of the picture, one of them or more beyond what can be used */
    public static function notUsable(array $checks): self
    {
        $failed = array_values(array_filter($checks, static fn (QualityCheck $c): bool => ! $c->isUsable()));
        $fault = new self("This picture is not good enough to measure: {$failed[0]->remark()}.");
        $fault->checks = $checks;

        return $fault;
    }
}

<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

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

    /** @param float $dpi below the least */
    public static function tooCoarse(float $dpi, int $least, bool $photo): self
    {
        return new self(sprintf('The picture has %d dots per inch on the card; at least %d are needed. %s', (int) floor($dpi - 1e-6), $least, $photo ? 'Go closer, so that the card fills the frame, or use a camera with more pixels.' : 'Scan again at 300.'));
    }

    /** @param float $dpi above the most */
    public static function tooFine(float $dpi, int $most, bool $photo): self
    {
        return new self(sprintf('The picture has %d dots per inch on the card; more than %d is not read. %s', (int) ceil($dpi + 1e-6), $most, $photo ? 'Save it with fewer pixels.' : 'Scan again at 300.'));
    }

    public static function grey(): self
    {
        return new self('This picture is in shades of grey: it holds no colour to measure. Scan or save it again in colour.');
    }

    public static function palette(int $colours): self
    {
        return new self("This picture was saved with a palette: it holds $colours colours in all, and what lay between them is lost. Scan it again, or save it with full colour (24 bits or more).");
    }

    public static function lighterThanPaper(float $lightness): self
    {
        return new self(sprintf('With this target the card’s paper would be L* %.0f, lighter than any paper can be: target and card did not lie in the same light, the target mirrors light, or its values are those of another one. Lay them side by side and take the picture again.', $lightness));
    }

    public static function crushed(): self
    {
        return new self('The printed black of this picture is blacker than any print can be: automatic levels or automatic contrast have changed its tones and colours, and how far cannot be told. Turn them off and take it again, or lay a colour target beside the card.');
    }

    public static function mirrored(): self
    {
        return new self('This picture is mirrored: the code reads right only the other way round. Turn mirroring off, in the camera (self portraits are often saved so) or in the scanner, and take it again.');
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

    public static function noFrame(): self
    {
        return new self('No pocket frame was recognised in this picture: none of its four round marks was found. Lay it with its printed side up, the whole frame in view, and take the picture again.');
    }

    public static function frameMarksMissing(): self
    {
        return new self('Fewer than three marks of one pocket frame can be seen. Uncover them, bring the whole frame into view, hold the camera straighter, and take the picture again.');
    }

    public static function frameCodeUnreadable(): self
    {
        return new self('The code of the pocket frame could not be read: it is covered, cut off, smeared or out of focus. Bring the whole frame into view and take the picture again.');
    }

    public static function laterFrame(): self
    {
        return new self('This pocket frame was printed by a later version of the program, and is drawn otherwise. Print one here, or bring the program up to date.');
    }

    public static function tooManyFrames(int $found, int $most): self
    {
        return new self("$found pocket frames are in this picture; $most are read at most. Go closer and take several pictures.");
    }

    public static function notTwoHalves(int $found): self
    {
        return new self("An old strip is read from two pocket frames in one picture, one over its dark half (at the left or above) and one over its window half; $found ".($found === 1 ? 'was' : 'were').' found.');
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

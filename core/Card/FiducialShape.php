<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

enum FiducialShape: string
{
    case Disc = 'disc';
    /** A disc with a white centre of half its width: it tells which way up the piece lies. */
    case Ring = 'ring';
}

<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

enum PigmentCodeState: string
{
    case Known = 'known';
    case NotInCatalogue = 'not-in-catalogue';
    case NotColourIndexPigment = 'not-colour-index';
}

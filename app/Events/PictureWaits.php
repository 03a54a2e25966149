<?php

declare(strict_types=1);

namespace App\Events;

/** A picture waits to be measured. */
final readonly class PictureWaits {}

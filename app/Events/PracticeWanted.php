<?php

declare(strict_types=1);

namespace App\Events;

/** Somebody wants to walk the practice shore. */
final readonly class PracticeWanted {}

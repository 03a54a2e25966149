<?php

declare(strict_types=1);

namespace App\Models;

/** Somebody changed the thing since the writer read it. */
final class EditionChanged extends \RuntimeException {}

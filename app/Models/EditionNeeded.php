<?php

declare(strict_types=1);

namespace App\Models;

/** A thing that is there already would change, and the writer did not say which edition was read. */
final class EditionNeeded extends \RuntimeException {}

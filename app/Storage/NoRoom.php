<?php

declare(strict_types=1);

namespace App\Storage;

/** A file could not be written to its end. */
final class NoRoom extends \RuntimeException {}

<?php

declare(strict_types=1);

namespace App\Storage;

/** Why a backup could not be made, trusted or put back, in one sentence. */
final class BackupFault extends \RuntimeException {}

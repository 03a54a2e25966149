<?php

declare(strict_types=1);

namespace App\Imaging;

use MarshTrial\Core\CoreException;

/** A file that cannot be taken as a picture; the message says what to do. */
final class UnreadablePicture extends CoreException {}

<?php

declare(strict_types=1);

namespace App\Actions;

/** What is asked for cannot be beside what is there, as a sentence says. */
class Conflict extends \RuntimeException {}

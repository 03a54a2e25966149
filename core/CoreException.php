<?php

declare(strict_types=1);

namespace MarshTrial\Core;

/** A fault that a tester can act on; the message is one plain sentence or two. */
class CoreException extends \RuntimeException {}

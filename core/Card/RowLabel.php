<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Who is in a row: what is printed beside it. */
final readonly class RowLabel
{
    public function __construct(
        public int $row,
        /** Stable name of the specimen's pan, a UUID where there is one. */
        public string $specimen,
        public string $paint,
        public string $maker,
        /** Canonical pigment text, such as "PV19 / PR122". */
        public string $pigments,
    ) {}
}

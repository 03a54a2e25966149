<?php

declare(strict_types=1);

return [
    /** Resolution of what the scanner stand-in makes, dots per inch; tests take less, which is quicker and enough for grain. */
    'dpi' => (float) env('STAND_IN_DPI', 300),
];

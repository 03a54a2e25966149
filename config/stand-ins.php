<?php

declare(strict_types=1);

return [
    /** The demo is painted and measured anew, and its readings written, instead of those that came with the program (bin/demo). */
    'demo_anew' => (bool) env('DEMO_ANEW', false),

    /** Resolution of what the scanner stand-in makes, dots per inch; tests take less, which is quicker and enough for grain. */
    'dpi' => (float) env('STAND_IN_DPI', 300),
];

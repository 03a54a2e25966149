<?php

declare(strict_types=1);

// What is wrong with a field, in a tester's words; whoever names a field here names it as the interface does.
return [
    'required' => 'Fill in :attribute.',
    'required_with' => 'Fill in :attribute.',
    'required_if' => 'Fill in :attribute.',
    'present' => ':Attribute is missing.',
    'string' => ':Attribute is words, not something else.',
    'array' => ':Attribute is a list.',
    'boolean' => ':Attribute is yes or no.',
    'integer' => ':Attribute is a whole number.',
    'numeric' => ':Attribute is a number.',
    'uuid' => ':Attribute does not name anything here.',
    'date' => ':Attribute is a day and time.',
    'date_format' => ':Attribute is a day, such as 2026-03-31.',
    'before_or_equal' => ':Attribute lies in the future.',
    'email' => ':Attribute is an e-mail address.',
    'in' => ':Attribute is none of the words to choose from.',
    'enum' => ':Attribute is none of the words to choose from.',
    'timezone' => ':Attribute is none that is known.',
    'alpha' => ':Attribute is letters only.',
    'unique' => ':Attribute is taken already.',
    'max' => ['string' => ':Attribute is longer than :max letters.', 'numeric' => ':Attribute is at most :max.', 'array' => ':Attribute has at most :max entries.', 'file' => ':Attribute is too large.'],
    'min' => ['string' => ':Attribute has at least :min letters.', 'numeric' => ':Attribute is at least :min.', 'array' => ':Attribute has at least :min entries.'],
    'between' => ['numeric' => ':Attribute lies from :min to :max.', 'string' => ':Attribute has :min to :max letters.'],
    'gt' => ['numeric' => ':Attribute is more than :value.'],
    'size' => ['string' => ':Attribute has :size letters.', 'array' => ':Attribute has :size entries.'],
    'attributes' => [
        'words' => 'the words', 'words.*.word' => 'each word of the scale', 'words.*.classes' => 'what each word of the scale means', 'makerName' => 'the maker', 'colourName' => 'the colour name',
        'paperUuid' => 'the paper', 'paintUuid' => 'the paint', 'makerUuid' => 'the maker', 'specimenUuid' => 'the row', 'sessionUuid' => 'the session', 'targetUuid' => 'the target', 'checkUuid' => 'the check', 'scaleUuid' => 'the scale',
        'pans.*' => 'each pan', 'pan.uuid' => 'the pan', 'pan.form' => 'tube, pan or other form', 'pan.batch' => 'the batch', 'pan.volumeMl' => 'the volume', 'pan.price' => 'the price', 'volumeMl' => 'the volume', 'price' => 'the price', 'keptAt' => 'the place',
        'hungOn' => 'the day of hanging', 'checkedOn' => 'the day of the check', 'readOn' => 'the day it was read', 'plannedOn' => 'the day', 'openedOn' => 'the day it was opened', 'timeZone' => 'the time zone', 'doseMlxh' => 'the dose',
        'windows' => 'the windows', 'windows.*.x' => 'the place of each window', 'windows.*.y' => 'the place of each window', 'windows.*.width' => 'the width of each window', 'windows.*.height' => 'the height of each window', 'windows.*.name' => 'the name of each window', 'windows.*.paper' => 'whether a window is bare paper',
        'samples' => 'the readings', 'samples.*.cell' => 'the cell of each reading', 'startedAt' => 'the start', 'stoppedAt' => 'the end', 'weightGsm' => 'the weight', 'current' => 'your present password',
    ],
];

<?php

declare(strict_types=1);

$finder = PhpCsFixer\Finder::create()->in([__DIR__.'/core', __DIR__.'/app', __DIR__.'/bootstrap', __DIR__.'/config', __DIR__.'/database', __DIR__.'/routes', __DIR__.'/tests'])->exclude('cache');

return (new PhpCsFixer\Config)
    ->setRiskyAllowed(true)
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setRules([
        '@PER-CS2x0' => true,
        'declare_strict_types' => true,
        'function_declaration' => ['closure_fn_spacing' => 'one'],
        'no_unused_imports' => true,
        'ordered_imports' => true,
        'concat_space' => ['spacing' => 'none'],
        'single_quote' => true,
        'new_with_parentheses' => ['named_class' => false, 'anonymous_class' => false],
        'not_operator_with_successor_space' => true,
        'trailing_comma_in_multiline' => ['elements' => ['arrays', 'arguments', 'match']],
        'method_argument_space' => ['on_multiline' => 'ignore'],
        'single_line_empty_body' => true,
    ])
    ->setFinder($finder);

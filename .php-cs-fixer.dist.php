<?php

/** Imports and what hangs on them. Prettier lays the lines out. */
$folders = ['app', 'core', 'cli', 'database', 'tests', 'bench', 'routes', 'config', 'stand-ins'];

return (new PhpCsFixer\Config())
    ->setFinder(PhpCsFixer\Finder::create()->in(array_map(static fn(string $folder): string => __DIR__ . "/{$folder}", $folders)))
    ->setRules([
        'fully_qualified_strict_types' => ['import_symbols' => true],
        'no_leading_import_slash' => true,
        'no_unused_imports' => true,
        'ordered_imports' => ['sort_algorithm' => 'alpha', 'case_sensitive' => false],
        'single_import_per_statement' => true,
        'single_line_after_imports' => true,
    ])
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setCacheFile(__DIR__ . '/.php-cs-fixer.cache');

<?php

declare(strict_types=1);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        'declare_strict_types' => true,
        'native_function_invocation' => false,
        'native_constant_invocation' => false,
        'phpdoc_align' => ['align' => 'vertical'],
        'phpdoc_to_comment' => false,
        'single_line_throw' => false,
    ])
    ->setCacheFile(__DIR__.'/var/php-cs-fixer.cache')
    ->setFinder((new PhpCsFixer\Finder())->in([__DIR__.'/core', __DIR__.'/app', __DIR__.'/shop'])->exclude(['public', 'cache'])->notPath('config/reference.php'));

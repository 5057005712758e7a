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
        'phpdoc_align' => ['align' => 'left'],
        'phpdoc_to_comment' => false,
        'single_line_throw' => false,
        // How code is laid out is Prettier's, with .prettierrc.json.
        ...array_fill_keys(
            [
                'array_indentation',
                'attribute_block_no_spaces',
                'braces_position',
                'class_definition',
                'concat_space',
                'function_declaration',
                'integer_literal_case',
                'no_extra_blank_lines',
                'no_multiline_whitespace_around_double_arrow',
                'no_spaces_around_offset',
                'no_unneeded_control_parentheses',
                'operator_linebreak',
                'single_space_around_construct',
                'space_after_semicolon',
                'spaces_inside_parentheses',
                'statement_indentation',
                'types_spaces',
            ],
            false,
        ),
    ])
    ->setCacheFile(__DIR__ . '/var/php-cs-fixer.cache')
    ->setFinder(
        (new PhpCsFixer\Finder())
            ->in([__DIR__ . '/core', __DIR__ . '/app', __DIR__ . '/shop'])
            ->exclude(['public', 'cache'])
            ->notPath('config/reference.php'),
    );

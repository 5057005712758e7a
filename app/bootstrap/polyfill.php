<?php

declare(strict_types=1);

// Symfony 7.4 calls these functions of PHP 8.5 at every boot; the usual polyfill package
// is not to be had here, so the four that are called stand in this file.

if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(null);
        restore_error_handler();

        return $handler;
    }
}

if (!function_exists('get_exception_handler')) {
    function get_exception_handler(): ?callable
    {
        $handler = set_exception_handler(null);
        restore_exception_handler();

        return $handler;
    }
}

if (!function_exists('array_first')) {
    /**
     * @param array<array-key, mixed> $array
     */
    function array_first(array $array): mixed
    {
        return [] === $array ? null : $array[array_key_first($array)];
    }
}

if (!function_exists('array_last')) {
    /**
     * @param array<array-key, mixed> $array
     */
    function array_last(array $array): mixed
    {
        return [] === $array ? null : $array[array_key_last($array)];
    }
}

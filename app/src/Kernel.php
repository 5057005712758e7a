<?php

declare(strict_types=1);

namespace Ithrel\App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    /** The folder app/. */
    public function getProjectDir(): string
    {
        return dirname(__DIR__);
    }

    public function getCacheDir(): string
    {
        return self::varDir() . '/cache/' . $this->environment;
    }

    public function getLogDir(): string
    {
        return self::varDir() . '/log';
    }

    /** Where everything is kept that is made at run time; ITHREL_VAR moves it. */
    public static function varDir(): string
    {
        $set = getenv('ITHREL_VAR');

        return false === $set || '' === $set ? dirname(__DIR__, 2) . '/var' : $set;
    }
}

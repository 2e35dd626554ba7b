<?php

declare(strict_types=1);

namespace Morphea\App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    public function boot(): void
    {
        // What is kept is in UTC, wherever the server stands; who reads it has a zone of their own (TimeZones).
        date_default_timezone_set('UTC');
        parent::boot();
    }
}

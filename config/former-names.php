<?php

declare(strict_types=1);

use Morphea\App\Delivery\Automation\Follow;
use Morphea\App\Delivery\Email\SendTest;
use Morphea\App\Delivery\Schedule\PostDue;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\SweepFiles;
use Morphea\App\Platform\Jobs\DoWork;
use Morphea\App\Platform\Maintenance\TidyUp;
use Morphea\App\Runs\Runs\SweepMade;

/*
 * Queued messages and sessions are stored under the names of their classes. While an update is rolled out, some are there
 * under names of the version before: these stay readable, so that no queued work is dropped and nobody is signed out.
 */
spl_autoload_register(static function (string $class): void {
    $now = [
        'Morphea\App\Work\DoWork' => DoWork::class,
        'Morphea\App\Mail\SendTest' => SendTest::class,
        'Morphea\App\Storage\SweepFiles' => SweepFiles::class,
        'Morphea\App\Press\SweepMade' => SweepMade::class,
        'Morphea\App\Keeping\TidyUp' => TidyUp::class,
        'Morphea\App\Follow\Follow' => Follow::class,
        'Morphea\App\Calendar\PostDue' => PostDue::class,
        'Morphea\App\Entity\Member' => Member::class,
    ][$class] ?? null;
    if (null !== $now) {
        class_alias($now, $class);
    }
});

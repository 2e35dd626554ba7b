<?php

declare(strict_types=1);

use Morphea\App\Delivery\Automation\RunAutomation;
use Morphea\App\Delivery\Email\SendTestEmail;
use Morphea\App\Delivery\Schedule\PublishDuePosts;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\DeleteFolders;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Platform\Maintenance\TidyUp;
use Morphea\App\Runs\Runs\DeleteMadeFiles;

/*
 * Queued messages and sessions are stored under the names of their classes. While an update is rolled out, some are there
 * under names of the version before: these stay readable, so that no queued work is dropped and nobody is signed out.
 */
spl_autoload_register(static function (string $class): void {
    $now = [
        'Morphea\App\Work\DoWork' => RunJob::class,
        'Morphea\App\Mail\SendTest' => SendTestEmail::class,
        'Morphea\App\Storage\SweepFiles' => DeleteFolders::class,
        'Morphea\App\Press\SweepMade' => DeleteMadeFiles::class,
        'Morphea\App\Keeping\TidyUp' => TidyUp::class,
        'Morphea\App\Follow\Follow' => RunAutomation::class,
        'Morphea\App\Calendar\PostDue' => PublishDuePosts::class,
        'Morphea\App\Entity\Member' => Member::class,
    ][$class] ?? null;
    if (null !== $now) {
        class_alias($now, $class);
    }
});

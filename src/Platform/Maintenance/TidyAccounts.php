<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\App\Platform\Account\Limits;
use Morphea\App\Platform\Account\Resets;
use Morphea\App\Platform\Account\SessionStore;
use Morphea\App\Platform\Account\SignUps;
use Morphea\App\Platform\Http\Once;

/** Sessions, counted attempts and links that have expired. */
final readonly class TidyAccounts implements TidyTask
{
    public function __construct(
        private SessionStore $sessions,
        private Limits $limits,
        private SignUps $signUps,
        private Once $once,
        private Resets $resets,
    ) {
    }

    public function tidy(): array
    {
        return [
            'sessions' => $this->sessions->gc(0),
            'attempts' => $this->limits->tidy() + $this->signUps->tidy() + $this->once->tidy(),
            'reset links' => $this->resets->tidy(),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\App\Platform\Account\PasswordResets;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Account\SessionStore;
use Morphea\App\Platform\Account\SignUps;
use Morphea\App\Platform\Http\FormDeduplicator;

/** Deletes expired sessions, counted attempts and links. */
final readonly class TidyAccounts implements TidyTask
{
    public function __construct(
        private SessionStore $sessions,
        private RateLimiter $limits,
        private SignUps $signUps,
        private FormDeduplicator $once,
        private PasswordResets $resets,
    ) {
    }

    public function tidy(): array
    {
        return [
            'maintenance.tidied.sessions' => $this->sessions->gc(0),
            'maintenance.tidied.attempts' => $this->limits->tidy() + $this->signUps->tidy() + $this->once->tidy(),
            'maintenance.tidied.resets' => $this->resets->tidy(),
        ];
    }
}

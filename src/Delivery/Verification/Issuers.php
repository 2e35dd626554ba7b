<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Platform\Account\Member;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The name in which pieces are certified: the installation's, or one an administrator confirmed for a member
 * (`morphea:issuer`). Members cannot choose it themselves.
 */
final readonly class Issuers
{
    public function __construct(#[Autowire(env: 'MORPHEA_ISSUER')] private string $installation)
    {
    }

    public function name(Member $member): string
    {
        return $member->issuer() ?? $this->installation;
    }

    /** Whether a member may use the name in a statement; before names were confirmed, any name was allowed. */
    public function isConfirmed(Member $member, string $name): bool
    {
        return \in_array($name, [$member->issuer(), $this->installation], true);
    }
}

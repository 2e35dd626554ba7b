<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Platform\Account\Member;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * In whose name pieces are said to be genuine: the installation's, or the one that an administrator confirmed for a member
 * (`morphea:issuer`). Nobody names themselves.
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

    /** Whether a name on a statement is one that this member may use; before names were confirmed anything could be written. */
    public function isConfirmed(Member $member, string $name): bool
    {
        return \in_array($name, [$member->issuer(), $this->installation], true);
    }
}

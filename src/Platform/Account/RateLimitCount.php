<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\ORM\Mapping as ORM;

/** How often something was done by whom. Counted in one statement by RateLimiter. */
#[ORM\Entity]
#[ORM\Table(name: 'rate_limit')]
#[ORM\Index(columns: ['since'], name: 'rate_limit_since')]
class RateLimitCount
{
    #[ORM\Id, ORM\Column(length: 24)]
    public string $name;

    #[ORM\Id, ORM\Column(length: 64)]
    public string $who;

    #[ORM\Column]
    public float $since;

    #[ORM\Column]
    public int $hits;
}

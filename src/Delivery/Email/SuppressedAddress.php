<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;

/** An address a member no longer writes to, and why. */
#[ORM\Entity]
#[ORM\Table(name: 'closed_address')]
class SuppressedAddress
{
    #[ORM\Id, ORM\Column(length: 254)]
    public string $email;

    #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Member $member;

    #[ORM\Column(length: 12)]
    public string $why;

    #[ORM\Column]
    public \DateTimeImmutable $since;
}

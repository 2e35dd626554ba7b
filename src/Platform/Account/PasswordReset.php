<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\ORM\Mapping as ORM;

/** A link for setting a new password, stored as a hash. */
#[ORM\Entity]
#[ORM\Table(name: 'password_reset')]
class PasswordReset
{
    #[ORM\Id, ORM\Column(length: 64)]
    public string $token;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Member $member;

    #[ORM\Column]
    public int $askedAt;
}

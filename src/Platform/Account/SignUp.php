<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\ORM\Mapping as ORM;

/** An account waiting for confirmation, under the hash of its link. */
#[ORM\Entity]
#[ORM\Table(name: 'sign_up')]
class SignUp
{
    #[ORM\Id, ORM\Column(length: 64)]
    public string $token;

    #[ORM\Column(length: 180)]
    public string $email;

    #[ORM\Column(length: 80)]
    public string $name;

    #[ORM\Column(length: 255)]
    public string $password;

    #[ORM\Column]
    public int $askedAt;
}

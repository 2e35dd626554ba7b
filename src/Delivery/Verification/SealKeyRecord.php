<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;

/** A key pair of a member; the private key is encrypted. */
#[ORM\Entity]
#[ORM\Table(name: 'seal_key')]
#[ORM\Index(columns: ['member_id', 'made_at'], name: 'seal_key_member')]
class SealKeyRecord
{
    #[ORM\Id, ORM\Column(length: 16)]
    public string $id;

    #[ORM\Column(length: 64)]
    public string $publicKey;

    #[ORM\Column(type: Types::TEXT)]
    public string $secretKey;

    #[ORM\Column]
    public \DateTimeImmutable $madeAt;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Member $member;
}

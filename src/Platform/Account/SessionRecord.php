<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A session, under the hash of its id. Read and written in every request by SessionStore. */
#[ORM\Entity]
#[ORM\Table(name: 'session')]
#[ORM\Index(columns: ['member_id'], name: 'session_member')]
#[ORM\Index(columns: ['seen_at'], name: 'session_seen')]
class SessionRecord
{
    #[ORM\Id, ORM\Column(length: 64)]
    public string $id;

    #[ORM\Column(type: Types::TEXT)]
    public string $data;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: true, onDelete: 'CASCADE')]
    public ?Member $member = null;

    #[ORM\Column]
    public int $startedAt;

    #[ORM\Column]
    public int $seenAt;

    #[ORM\Column(length: 255)]
    public string $agent;
}

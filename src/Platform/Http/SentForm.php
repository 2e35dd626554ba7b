<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Doctrine\ORM\Mapping as ORM;

/** A form that was sent, so that it is processed once. Claimed by FormDeduplicator. */
#[ORM\Entity]
#[ORM\Table(name: 'form_sent')]
class SentForm
{
    #[ORM\Id, ORM\Column(length: 24)]
    public string $token;

    #[ORM\Column]
    public int $sentAt;
}

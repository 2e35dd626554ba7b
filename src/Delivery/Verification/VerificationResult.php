<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\Core\Delivery\Verification\Sealed;

/** What is known about a code: the valid statement, when it replaced another, and whether and why it was withdrawn. */
final readonly class VerificationResult
{
    public function __construct(
        public int $id,
        public Sealed $sealed,
        public string $project,
        public ?\DateTimeImmutable $replaced,
        public ?\DateTimeImmutable $takenBack,
        public string $reason,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\Core\Delivery\Verification\Sealed;

/** What is known of a code: the statement that stands, since when it replaced another, and whether it was taken back, and why. */
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

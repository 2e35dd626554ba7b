<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\Severity;
use Symfony\Component\HttpFoundation\Request;

/** Which pieces lie on the light table, and in which order. */
final readonly class Sieve
{
    /**
     * @param bool          $eyes    only those that need eyes
     * @param bool          $inOrder only those in order, notes with them
     * @param Severity|null $worst   only those whose worst is that
     */
    private function __construct(
        public bool $worstFirst,
        public bool $eyes,
        public bool $inOrder,
        public ?Severity $worst,
        public ?FindingKind $kind,
    ) {
    }

    public static function of(Request $request): self
    {
        $show = $request->query->getString('show');

        return new self(
            'rows' !== $request->query->getString('order'),
            'eyes' === $show,
            'in-order' === $show,
            Severity::tryFrom($show),
            FindingKind::tryFrom($show),
        );
    }

    /** As it is said in an address. */
    public function show(): string
    {
        return match (true) {
            $this->eyes => 'eyes',
            null !== $this->kind => $this->kind->value,
            $this->inOrder => 'in-order',
            null !== $this->worst => $this->worst->value,
            default => '',
        };
    }

    /** @return array{string, list<int|string>} a condition, and its values */
    public function sql(): array
    {
        $note = Severity::Note->rank();

        return match (true) {
            $this->eyes => ['bad > ?', [$note]],
            null !== $this->kind => ['kinds LIKE ?', ["% {$this->kind->value} %"]],
            $this->inOrder => ['bad <= ?', [$note]],
            null !== $this->worst => ['bad = ?', [$this->worst->rank()]],
            default => ['1 = 1', []],
        };
    }

    public function order(): string
    {
        return $this->worstFirst ? 'bad DESC, number' : 'number';
    }
}

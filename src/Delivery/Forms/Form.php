<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Forms\FormOrder;
use Morphea\Core\Message;

/** The form of a project as visitors see it. */
final readonly class Form
{
    public function __construct(
        public Project $project,
        public string $token,
        public FormOrder $order,
        public bool $isOpen,
        public int $answers,
    ) {
    }

    /** Why the form cannot be answered now, in words; null if it can. */
    public function closed(): ?Message
    {
        return $this->isOpen ? $this->order->closed(Time::at(), $this->answers) : new Message('public.form.closed');
    }
}

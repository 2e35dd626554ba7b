<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

/** What surrounds the text of an email, in the recipient's language. */
final readonly class EmailFrame
{
    /**
     * @param string $open        on the button to the page of the piece
     * @param string $foot        why they get it
     * @param string $unsubscribe on the link by which they get no more
     */
    public function __construct(public string $open, public string $foot, public string $unsubscribe)
    {
    }
}

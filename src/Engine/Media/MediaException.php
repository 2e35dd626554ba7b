<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\Core\CarriesMessage;
use Morphea\Core\Message;
use Morphea\Core\MessageException;

/** A clip or sound that cannot be used; the message says why and what to do, and has a `name` to fill in. */
final class MediaException extends \RuntimeException implements MessageException
{
    use CarriesMessage;

    /** The reason with the name of the file. */
    public function of(string $name): Message|string
    {
        $says = $this->says();

        return $says instanceof Message ? new Message($says->id, ['name' => $name] + $says->parameters) : $says;
    }
}

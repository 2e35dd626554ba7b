<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use Aws\Exception\AwsException;
use Morphea\Core\CarriesMessage;
use Morphea\Core\Message;
use Morphea\Core\MessageException;

/** The file store does not answer: the request itself is fine and can be repeated. */
final class StoreUnavailableException extends \RuntimeException implements MessageException
{
    use CarriesMessage;

    /** @return self|null null where something else is the matter, as that there is no such file */
    public static function behind(\Throwable $e): ?self
    {
        for ($one = $e; null !== $one; $one = $one->getPrevious()) {
            if ($one instanceof AwsException && ($one->isConnectionError() || (int) $one->getStatusCode() >= 500)) {
                return new self(new Message('common.work.paused.storage'), 0, $e);
            }
        }

        return null;
    }
}

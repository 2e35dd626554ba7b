<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Doctrine\DBAL\Exception as DatabaseException;
use Doctrine\DBAL\Exception\ConnectionException;
use League\Flysystem\UnableToWriteFile;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;

/**
 * Puts temporary failures into words, such as a full disk or a database that does not answer; scripts get only the
 * words. The log has the cause.
 */
#[AsEventListener(priority: 20)]
final readonly class ExceptionListener
{
    private const RETRY_SECONDS = 10;

    public function __construct(private LoggerInterface $logger, private Words $words)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $message = self::message($event->getThrowable());
        if (null !== $message) {
            $this->logger->error('Asked for {address}: {cause}', [
                'address' => $event->getRequest()->getPathInfo(),
                'cause' => self::root($event->getThrowable()),
                'exception' => $event->getThrowable(),
            ]);
            $event->setThrowable(new ServiceUnavailableHttpException(
                self::RETRY_SECONDS,
                $this->words->say($message),
                $event->getThrowable(),
            ));
        }
        $told = $event->getThrowable();
        if ($told instanceof HttpExceptionInterface && ($says = Message::read($told->getMessage())) instanceof Message) {
            $told = new HttpException($told->getStatusCode(), $this->words->say($says), $told, $told->getHeaders());
            $event->setThrowable($told);
        }
        $headers = $event->getRequest()->headers;
        if ($told instanceof HttpExceptionInterface && ($headers->has('HX-Request') || $headers->has('X-Requested-With'))) {
            $event->setResponse(new Response($told->getMessage(), $told->getStatusCode(), $told->getHeaders()));
        }
    }

    private static function message(\Throwable $e): ?Message
    {
        for ($cause = $e; null !== $cause; $cause = $cause->getPrevious()) {
            if (
                $cause instanceof NoSpaceException
                || $cause instanceof UnableToWriteFile
                || NoSpaceException::told($cause->getMessage())
            ) {
                return new Message('errors.disk_full');
            }
            if (
                $cause instanceof DatabaseException &&
                1 === preg_match('/database (table )?is (locked|busy)|deadlock|lock wait/i', $cause->getMessage())
            ) {
                return new Message('errors.database_busy');
            }
            if (
                $cause instanceof ConnectionException || (
                    $cause instanceof DatabaseException &&
                    1 === preg_match('/connection refused|no connection to|closed the connection|terminating/i', $cause->getMessage())
                )
            ) {
                return new Message('errors.database_silent');
            }
            if ($cause instanceof StoreUnavailableException) {
                return new Message('errors.storage_silent');
            }
            if ($cause instanceof ExplainedException) {
                return $cause->explanation();
            }
        }

        return null;
    }

    private static function root(\Throwable $e): string
    {
        return null === $e->getPrevious() ? $e->getMessage() : self::root($e->getPrevious());
    }
}

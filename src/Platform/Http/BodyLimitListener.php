<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\HttpException;

/**
 * Requests are small but for those that bring files: their routes say by `_takes` how many megabytes they take. What is larger
 * is refused before anything of it is looked at; the web server that stands before PHP refuses it before it is read (deploy/).
 */
#[AsEventListener(priority: 20)]
final readonly class BodyLimitListener
{
    /** Megabytes where a route says nothing. */
    private const USUAL = 2;
    private const MEGABYTE = 1_000_000;

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe()) {
            return;
        }
        $takes = (int) $request->attributes->get('_takes', self::USUAL);
        $bytes = (int) $request->headers->get('Content-Length', '0');
        if ($bytes > $takes * self::MEGABYTE) {
            throw new HttpException(Response::HTTP_REQUEST_ENTITY_TOO_LARGE, (new Message('errors.too_large', [
                'size' => round($bytes / self::MEGABYTE, 1),
                'most' => $takes,
            ]))->stored());
        }
    }
}

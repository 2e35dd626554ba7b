<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/** Makes sure that text input is text: UTF-8 without zero bytes, in every field. */
#[AsEventListener(priority: 19)]
final readonly class TextInputListener
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest()) {
            return;
        }
        $values = [$request->query->all(), $request->request->all()];
        array_walk_recursive($values, static function (mixed $value): void {
            if (\is_string($value) && (str_contains($value, "\0") || !mb_check_encoding($value, 'UTF-8'))) {
                throw new BadRequestHttpException((new Message('errors.no_text'))->stored());
            }
        });
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Contracts\Service\ResetInterface;
use Twig\Attribute\AsTwigFunction;

/** Only our own scripts run, whatever text or drawing a page contains. */
#[AsEventListener(ResponseEvent::class, method: 'onResponse', priority: -1000)]
final class SecurityHeadersListener implements ResetInterface
{
    /** The style of the handles on the stage, which the package puts in a second time without its nonce. */
    private const HANDLES = "'sha256-n2MeiqIgof89tGWeZfqRJTeLD8xHVieYW0UpTJt8K9g='";

    private ?string $nonce = null;

    /** Marks the only inline script, the list of our modules. */
    #[AsTwigFunction('csp_nonce')]
    public function nonce(): string
    {
        return $this->nonce ??= bin2hex(random_bytes(12));
    }

    public function onResponse(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        if (!$headers->has('Content-Security-Policy')) {
            $headers->set(
                'Content-Security-Policy',
                "default-src 'none'; script-src 'self' 'nonce-{$this->nonce()}'; " .
                "style-src 'self' 'nonce-{$this->nonce()}' " . self::HANDLES . '; ' .
                "img-src 'self' data:; media-src 'self' blob:; font-src 'self'; connect-src 'self'; form-action 'self'; " .
                "base-uri 'none'; frame-ancestors 'none'",
            );
        }
        // By this scripts know an answer of ours from what something in between answers in our place, and a whole one from half
        // of one: its bytes, where they are known before they are sent. What a browser has still counts as it came: the headers
        // of an answer that nothing changed take the place of those it kept, and would say of its bytes that there are none.
        $content = $event->getResponse()->getContent();
        if (Response::HTTP_NOT_MODIFIED !== $event->getResponse()->getStatusCode()) {
            $headers->set('X-Application', false === $content ? '' : (string) \strlen($content));
        }
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        $headers->set('Permissions-Policy', 'camera=(), microphone=(), geolocation=(), payment=(), usb=(), browsing-topics=()');
    }

    public function reset(): void
    {
        $this->nonce = null;
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Web;

use Morphea\Core\Type\FontBook;
use Symfony\Component\Asset\Packages;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The fonts of the book as a stylesheet, so that the browser draws with the very files the core measures. */
final readonly class FontsController
{
    public function __construct(private FontBook $fonts, private Packages $assets, private string $projectDir)
    {
    }

    #[Route('/sign-fonts.css', name: 'fonts', methods: ['GET'])]
    public function __invoke(): Response
    {
        $css = '';
        foreach ($this->fonts->all() as $family) {
            foreach ($family->faces as $face) {
                $shipped = str_starts_with($face->path, $this->projectDir.'/fonts/');
                $source = $shipped
                    ? \sprintf('url("%s")', $this->assets->getUrl(substr($face->path, \strlen($this->projectDir) + 1)))
                    : \sprintf('local("%s")', $face->family);
                $css .= \sprintf("@font-face{font-family:\"%s\";font-weight:%d;font-style:%s;font-display:block;src:%s}\n", $face->family, $face->weight, $face->italic ? 'italic' : 'normal', $source);
            }
        }
        $response = new Response($css, 200, ['Content-Type' => 'text/css; charset=UTF-8']);
        $response->setPublic()->setMaxAge(3600);

        return $response;
    }
}

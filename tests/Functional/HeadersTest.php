<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use PHPUnit\Framework\Attributes\Group;

/** What browsers are told about our pages. */
final class HeadersTest extends AppTestCase
{
    public function testNeitherScriptsNorStylesMayStandInThePage(): void
    {
        $project = $this->project();
        foreach (['/', '/account', "/projects/{$project->id()}/compose", "/projects/{$project->id()}/rows"] as $address) {
            $page = $this->browser->request('GET', $address);
            $policy = (string) $this->browser->getResponse()->headers->get('Content-Security-Policy');
            self::assertStringContainsString("default-src 'none'", $policy);
            self::assertStringNotContainsString('unsafe', $policy);
            self::assertCount(0, $page->filter('[style], [onclick], [onload], style:not([nonce])'), $address);
        }
    }

    #[Group('stored')]
    public function testWhatTheBrowserHasStaysAsLongAsItCame(): void
    {
        $face = '/projects/' . $this->project()->id() . '/face';
        $this->browser->request('GET', $face);
        $this->browser->request('GET', $face);
        $first = $this->browser->getResponse();
        self::assertSame((string) \strlen((string) $first->getContent()), $first->headers->get('X-Application'));

        $this->browser->request('GET', $face, server: ['HTTP_IF_NONE_MATCH' => $first->headers->get('ETag')]);
        $second = $this->browser->getResponse();
        self::assertSame(304, $second->getStatusCode());
        self::assertFalse($second->headers->has('X-Application'), 'it would be kept for the bytes of the first answer');
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

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
}

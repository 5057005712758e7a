<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * refer.twin: things that cannot be told apart, or that a copy kept from its original.
 */
final class Twins implements Pass
{
    public function find(Reach $reach): iterable
    {
        $labels = [];
        foreach ($reach->setup->options as $option) {
            $key = mb_strtolower(trim($option->label));
            if (isset($labels[$key])) {
                yield new Finding('refer.twin', Severity::Warning, $option->at.'/label', sprintf('Two options are both called "%s"; on the order nobody can tell them apart.', $option->label), ['first' => $labels[$key]]);
            }
            $labels[$key] ??= $option->code;
            $values = $skus = [];
            foreach ($option->values as $value) {
                $name = mb_strtolower(trim($value->label));
                if (isset($values[$name])) {
                    yield new Finding('refer.twin', Severity::Warning, $value->at.'/label', sprintf('%s offers "%s" twice.', $option->name(), $value->label), ['option' => $option->code, 'first' => $values[$name]]);
                }
                $values[$name] ??= $value->code;
                if (null !== $value->sku && isset($skus[$value->sku])) {
                    yield new Finding('refer.twin', Severity::Warning, $value->at.'/sku', sprintf('%s: %s has the SKU "%s" of %s. A copied value kept its original\'s SKU.', $option->name(), $value->label, $value->sku, $skus[$value->sku]), ['option' => $option->code, 'sku' => $value->sku]);
                }
                if (null !== $value->sku) {
                    $skus[$value->sku] ??= $value->label;
                }
            }
        }
    }
}

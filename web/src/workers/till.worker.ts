import { expose } from 'comlink'
import { tillPricing } from './tillPricing.ts'

expose(tillPricing)

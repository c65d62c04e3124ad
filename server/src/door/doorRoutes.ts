import { Router, type RequestHandler } from 'express'
import { doorSchema } from '@ochote/contracts'
import { AppError, busy, invalidInput } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Pin } from './pin'

const isLoggerPost = /^\/loggers\/[^/]+\/samples$/

/** Lets a device in that knows the school's PIN. */
export const doorRoutes = (pin: Pin | null): Router =>
  Router().post('/', (req, res) => {
    const given = parseInput(doorSchema, req.body)
    if (!pin) return void res.json({})
    const right = pin.check(given.pin, req.socket.remoteAddress ?? '')
    if (right === null) throw busy('Too many wrong PINs were tried. Wait a minute, then try again.')
    if (!right) throw invalidInput([{ field: 'pin', found: 'another number', expected: 'the school’s PIN' }])
    res.setHeader('set-cookie', pin.cookie(req.secure))
    res.json({})
  })

/** Asks for the cookie that a device gets for the PIN, or for the loggers' token where a logger sends. */
export const behindDoor =
  (pin: Pin | null): RequestHandler =>
  (req, _res, next) => {
    if (!pin || pin.admits(req.headers.cookie)) return next()
    if (isLoggerPost.test(req.path) && pin.admitsLogger(req.headers.authorization)) return next()
    throw new AppError({
      code: 'locked',
      type: 'urn:ochote:problem:locked',
      title: 'The school’s PIN',
      status: 401,
      detail: isLoggerPost.test(req.path)
        ? 'A logger sends the token that Ochote prints when it starts: Authorization: Bearer …'
        : 'This device has not given the school’s PIN yet.',
    })
  }
